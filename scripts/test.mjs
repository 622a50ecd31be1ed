import { spawn } from 'node:child_process';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/run.mjs';
import { flag, main, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

/**
 * Every test: units and the API by Jest (the API against a real MariaDB), people's journeys by Playwright in
 * Debian's Chromium. `--only jest` or `--only browser` runs one of the two; what follows `--` goes to it.
 */
main(async () => {
  await ensurePackages({ tests: true });
  await ensureBuilt();
  const out = join(ROOT, '.oakbell/results');
  await rm(out, { recursive: true, force: true });
  await mkdir(out, { recursive: true });
  const counts = { passed: 0, failed: 0, names: [] };
  if (!flag('browser')) add(counts, await jest(join(out, 'jest.json')));
  if (!flag('jest')) add(counts, await browser(out));
  // Named once more at the end: what is cut out of a long output is its middle.
  for (const name of counts.names) say(name);
  say(`\n${counts.passed} passed, ${counts.failed} failed`);
  return counts.failed === 0 && counts.passed > 0 ? 0 : 1;
});

function add(counts, { passed, failed, names }) {
  counts.passed += passed;
  counts.failed += failed;
  counts.names.push(...names);
}

const rest = () => (process.argv.includes('--') ? process.argv.slice(process.argv.indexOf('--') + 1) : []);

/** More than there are cores: tests of the API wait for their database and for converters half of the time. */
const JEST_WORKERS = 4;
/** What a worker holds after so much is given back by beginning a new one. */
const JEST_MEMORY = '1500MB';
async function jest(report) {
  const world = await startWorld({ name: 'test-api', fresh: true, throwaway: true, quiet: true, processes: false });
  try {
    const workers = [`--maxWorkers=${JEST_WORKERS}`, `--workerIdleMemoryLimit=${JEST_MEMORY}`];
    const env = { ...world.env, OAKBELL_LOG: 'silent', NODE_OPTIONS: '--experimental-vm-modules --no-warnings' };
    const code = await shown('npx', ['jest', '--json', `--outputFile=${report}`, ...workers, ...rest()], env);
    const result = await readJson(report);
    const failed = (result?.numFailedTests ?? 0) + (result?.numRuntimeErrorTestSuites ?? 0);
    const names = (result?.testResults ?? []).flatMap(namesOfSuite);
    return { passed: result?.numPassedTests ?? 0, failed: failed === 0 && code !== 0 ? 1 : failed, names };
  } finally {
    await world.stop();
  }
}

/** What does not record runs on two workers beside each other; what does has the machine for itself. */
async function browser(out) {
  // A device that writes nothing is let go soon at one process, and at the other as late as ever.
  const [more, ofSecond] = [{ OAKBELL_COMPANION_IDLE_S: '30' }, { OAKBELL_COMPANION_IDLE_S: '1800' }];
  const kind = { fresh: true, throwaway: true, quiet: true, demo: true, second: true, more, ofSecond };
  const world = await startWorld({ name: 'test-browser', ...kind });
  try {
    const env = {
      OAKBELL_URL: world.url,
      OAKBELL_SECOND_URL: world.secondUrl,
      OAKBELL_SECOND_PID: `${world.second.child.pid}`,
      OAKBELL_MAIL_PAGE: world.env.OAKBELL_MAIL_PAGE,
      OAKBELL_FOLDER: world.folder,
      OAKBELL_PIDS: `${world.http.child.pid} ${world.database.child.pid}`,
    };
    const counts = { passed: 0, failed: 0, names: [] };
    for (const [project, workers] of [
      ['beside each other', 2],
      ['in real time', 1],
    ]) {
      const report = join(out, `browser-${workers}.json`);
      const how = ['--project', project, '--workers', `${workers}`, '--pass-with-no-tests'];
      const args = ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...how, ...rest()];
      const code = await shown('npx', args, { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report });
      const result = await readJson(report);
      const stats = result?.stats;
      const failed = stats ? stats.unexpected : 1;
      add(counts, {
        passed: (stats?.expected ?? 0) + (stats?.flaky ?? 0),
        failed: failed === 0 && code !== 0 ? 1 : failed,
        names: (result?.suites ?? []).flatMap(namesOfSpecs),
      });
    }
    return counts;
  } finally {
    await world.stop();
  }
}

/** What failed in a file of Jest's; the file itself where it could not be run. */
function namesOfSuite({ name, status, assertionResults }) {
  const failed = assertionResults.filter((one) => one.status === 'failed').map((one) => one.fullName);
  const file = relative(ROOT, name);
  if (status === 'failed' && failed.length === 0) return [`Failed: ${file}`];
  return failed.map((one) => `Failed: ${file}: ${one}`);
}

/** What failed in the browser, and what passed only when it was tried again. */
function namesOfSpecs({ specs = [], suites = [] }) {
  const own = specs.flatMap(({ file, title, tests }) => {
    const states = tests.map((one) => one.status);
    if (states.includes('unexpected')) return [`Failed: e2e/${file}: ${title}`];
    return states.includes('flaky') ? [`Passed at the second try: e2e/${file}: ${title}`] : [];
  });
  return [...own, ...suites.flatMap(namesOfSpecs)];
}

const readJson = (path) =>
  readFile(path, 'utf8')
    .then(JSON.parse)
    .catch(() => null);

function shown(command, args, env) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    child.on('close', (code) => resolve(code ?? 1));
  });
}
