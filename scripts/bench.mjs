import { spawn } from 'node:child_process';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/run.mjs';
import { main, option, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

/** Measures and prints a table; `-- --json FILE` also writes it, `-- --only NAME` runs the files whose name it is part of. Figures are ratios within one run wherever speed is meant. */
main(async () => {
  await ensurePackages({ tests: true });
  await ensureBuilt();
  const results = join(ROOT, '.oakbell/results');
  const file = join(results, 'bench.ndjson');
  await mkdir(results, { recursive: true });
  await rm(file, { force: true });
  const world = await startWorld({ name: 'bench', fresh: true, quiet: true, demo: true, patient: true });
  let code;
  try {
    const only = option('only');
    const facts = {
      OAKBELL_PIDS: `${world.http.child.pid} ${world.jobs.child.pid} ${world.database.child.pid}`,
      OAKBELL_DATABASE_URL: world.env.OAKBELL_DATABASE_URL,
    };
    code = await new Promise((resolve) => {
      const args = [
        'playwright',
        'test',
        '--config',
        'bench/playwright.config.ts',
        ...(only ? [`/bench/[^/]*${only}[^/]*$`] : []),
      ];
      const child = spawn('npx', args, {
        cwd: ROOT,
        stdio: 'inherit',
        env: { ...process.env, OAKBELL_URL: world.url, OAKBELL_BENCH: file, ...facts },
      });
      child.on('close', (ended) => resolve(ended ?? 1));
    });
  } finally {
    await world.stop();
  }
  const lines = (await readFile(file, 'utf8').catch(() => '')).split('\n').filter(Boolean);
  const rows = lines.map((line) => JSON.parse(line));
  say('');
  for (const { name, value, unit, bar, holds } of rows)
    say(
      `${name.padEnd(30)} ${String(value).padStart(9)} ${unit.padEnd(12)} ${bar.padEnd(8)} ${holds ? 'holds' : 'DOES NOT HOLD'}`,
    );
  const json = option('json');
  if (json) await writeFile(json, `${JSON.stringify(rows, null, 2)}\n`);
  if (rows.length === 0 || code !== 0) say('\nSome figures are missing: a benchmark did not run to its end.');
  return rows.length === 0 ? 1 : code;
});
