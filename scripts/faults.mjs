import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/run.mjs';
import { main, option, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

/** So long things are left alone between two kills, in ms. */
const [LEAST_MS, MOST_MS] = [100, 3000];

/**
 * Kills the HTTP process, the job process, MariaDB and Redis (-9) at moments that a seed chooses, while lessons are
 * recorded, published, given, watched, handed in and handed back; then looks whether all that was acknowledged is there
 * once, and nothing is stuck. `-- --kills N` and `-- --seed N` choose.
 */
main(async () => {
  await ensurePackages({ tests: true });
  await ensureBuilt();
  const [kills, seed] = [Number(option('kills') ?? 120), Number(option('seed') ?? 20_261_125)];
  const results = join(ROOT, '.oakbell/results');
  const [enough, figures] = [join(results, 'enough'), join(results, 'faults.json')];
  await mkdir(results, { recursive: true });
  for (const file of [enough, figures]) await rm(file, { force: true });
  const world = await startWorld({ name: 'faults', fresh: true, quiet: true, demo: true, patient: true });
  try {
    const env = {
      OAKBELL_URL: world.url,
      OAKBELL_DATABASE_URL: world.env.OAKBELL_DATABASE_URL,
      OAKBELL_ENOUGH: enough,
      OAKBELL_FIGURES: figures,
    };
    const args = ['playwright', 'test', '--config', 'faults/playwright.config.ts'];
    const hour = spawn('npx', args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    let over = false;
    const ended = once(hour, 'exit').then(([code]) => ((over = true), code ?? 1));
    const killed = await killMany(world, { kills, seed, isOver: () => over });
    await writeFile(enough, '');
    const code = await ended;
    const counted = JSON.parse(await readFile(figures, 'utf8').catch(() => '{}'));
    say(
      `\nSeed ${seed}. Killed: ${Object.entries(killed)
        .map(([what, n]) => `${what} ${n}`)
        .join(', ')}.`,
    );
    say(
      Object.entries(counted)
        .map(([what, n]) => `${what} ${n}`)
        .join(', '),
    );
    const all = Object.values(killed).reduce((sum, n) => sum + n, 0);
    say(`${all} kills, ${counted.promises ?? 0} promises, ${counted.broken ?? 'unknown'} broken`);
    return code === 0 && all >= kills ? 0 : 1;
  } finally {
    await world.stop();
  }
});

/** Kills one thing after another; each is up again before it is killed again. Gives how often each was. */
async function killMany(world, { kills, seed, isOver }) {
  const next = randomness(seed);
  const names = ['http', 'jobs', 'database', 'queue'];
  const killed = Object.fromEntries(names.map((name) => [name, 0]));
  for (let i = 0; i < kills && !isOver(); i += 1) {
    await new Promise((resolve) => setTimeout(resolve, LEAST_MS + next() * (MOST_MS - LEAST_MS)));
    const name = names[Math.floor(next() * names.length)];
    const child = await alive(world[name]);
    if (isOver()) break;
    const gone = once(child, 'exit');
    process.kill(child.pid, 'SIGKILL');
    await gone;
    killed[name] += 1;
  }
  await Promise.all(names.map((name) => alive(world[name])));
  return killed;
}

/** The process of something that is kept, when it runs. */
async function alive(kept) {
  for (;;) {
    const { child } = kept;
    if (child.exitCode === null && child.signalCode === null) return child;
    await kept.running();
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** Numbers from 0 to 1, the same for the same seed. */
function randomness(seed) {
  let state = seed % 2_147_483_647 || 1;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
