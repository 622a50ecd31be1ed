import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ROOT, run } from './run.mjs';
import { Plain, say } from './say.mjs';

const npm = (/** @type {string[]} */ args) => run('npm', args, { quiet: true });

/** Installs the npm packages and builds, each only when something has changed since the last time. */
export async function ensureBuilt() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Plain(`Oak Bell needs Node.js 20.19 or later; this is ${process.versions.node}.`);
  await onceFor(
    'packages',
    await digestOf(['package-lock.json', '.npmrc']),
    existsSync(join(ROOT, 'node_modules/.bin/tsc')),
    async () => {
      say('Installing packages (npm ci) …');
      await npm(['ci']);
    },
  );
  const sources = await digestOf(['package-lock.json', 'tsconfig.base.json', 'packages', 'apps']);
  const built =
    existsSync(join(ROOT, 'apps/server/dist/main.js')) && existsSync(join(ROOT, 'apps/web/dist/index.html'));
  await onceFor('build', sources, built, async () => {
    say('Building …');
    await npm(['run', 'build']);
  });
}

async function onceFor(name, digest, outputThere, work) {
  const stamp = join(ROOT, '.oakbell', `${name}.stamp`);
  const before = await readFile(stamp, 'utf8').catch(() => '');
  if (before === digest && outputThere) return;
  await work();
  await mkdir(join(ROOT, '.oakbell'), { recursive: true });
  await writeFile(stamp, digest);
}

async function digestOf(paths) {
  const hash = createHash('sha256');
  for (const path of paths) await addTo(hash, join(ROOT, path));
  return hash.digest('hex');
}

async function addTo(hash, path) {
  const found = await stat(path).catch(() => null);
  if (!found) return;
  if (!found.isDirectory()) {
    hash.update(`${path.slice(ROOT.length)}\n`);
    hash.update(await readFile(path));
    return;
  }
  for (const name of (await readdir(path)).sort()) {
    if (name !== 'dist' && name !== 'node_modules' && !name.endsWith('.tsbuildinfo'))
      await addTo(hash, join(path, name));
  }
}
