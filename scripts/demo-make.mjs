import { join } from 'node:path';
import { ROOT, run } from './lib/run.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { main, say } from './lib/say.mjs';

/** Makes demo/world and what the practice devices say and write anew. Only needed after a change in demo/make. */
main(async () => {
  await ensurePackages({ tests: true, voices: true });
  await run('npx', ['tsc', '-b', 'demo'], { quiet: true });
  await run(process.execPath, [
    join(ROOT, 'demo/dist/main.js'),
    join(ROOT, 'demo/world'),
    join(ROOT, 'apps/web/public/practice'),
  ]);
  say('demo/world was made anew.');
});
