import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { main } from './lib/say.mjs';

/** Installs and builds what a check needs, as the demo and the tests do for themselves. */
main(async () => {
  await ensurePackages({ tests: true });
  await ensureBuilt();
});
