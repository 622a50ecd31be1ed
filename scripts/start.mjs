import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT, run } from './lib/run.mjs';
import { main, option, Plain, say } from './lib/say.mjs';
import { runWorld, startWorld } from './lib/world.mjs';

const FILE = 'oakbell.env';
const PORT = 4310;

/** Starts Oak Bell for a school: configured by the environment or a file, empty at first, kept from then on. */
main(async () => {
  const file = option('config') ?? FILE;
  const path = join(ROOT, file);
  if (existsSync(path)) process.loadEnvFile(path);
  else if (option('config')) throw new Plain(`There is no file ${file}.`);
  const more = Object.fromEntries(Object.entries(process.env).filter(([name]) => name.startsWith('OAKBELL_')));
  const port = Number(option('port') ?? more.OAKBELL_PORT ?? PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Plain(`"${option('port') ?? more.OAKBELL_PORT}" is not a port. Give a number from 1 to 65535.`);
  await ensurePackages({ tests: false });
  await ensureBuilt();
  const world = await startWorld({
    name: option('name') ?? 'school',
    port,
    more: { ...more, OAKBELL_PORT: `${port}` },
  });
  const { output } = await run(process.execPath, [join(ROOT, 'apps/server/dist/firstKeeper.js')], {
    quiet: true,
    env: world.env,
  });
  say(`\nOak Bell is ready: ${world.url}`);
  if (output.trim()) say(`\nNobody keeps this school yet. Open it and begin, with these words:\n\n  ${output.trim()}`);
  await runWorld(world, '\nPress Ctrl-C to end it. Everything is kept.');
});
