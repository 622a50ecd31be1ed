import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { run } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

/** Makes every picture in docs/screenshots from a fresh demo world. */
main(async () => {
  await ensurePackages({ tests: true });
  await ensureBuilt();
  const world = await startWorld({ name: 'pictures', fresh: true, quiet: true, demo: true });
  try {
    await run('npx', ['playwright', 'test', '--config', 'e2e/pictures.config.ts'], { env: { OAKBELL_URL: world.url } });
  } finally {
    await world.stop();
  }
  say('The pictures in docs/screenshots were made anew.');
});
