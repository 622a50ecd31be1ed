import { join } from 'node:path';
import { ROOT, run } from './lib/run.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { main, say } from './lib/say.mjs';

/** Makes demo/world anew. Only needed after a change in demo/make. */
main(async () => {
  await ensurePackages({ tests: true });
  await run('npx', ['tsc', '-b', 'demo'], { quiet: true });
  await run(process.execPath, [join(ROOT, 'demo/dist/main.js'), join(ROOT, 'demo/world')]);
  say('demo/world was made anew.');
});
