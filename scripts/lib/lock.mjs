import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Plain, say } from './say.mjs';

const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (failure) {
    return failure.code === 'EPERM';
  }
};

/** Makes sure that only one start uses `folder`; what an earlier one left running is ended. Returns the release. */
export async function lock(folder, what) {
  await mkdir(folder, { recursive: true });
  const path = join(folder, 'lock.json');
  const before = await readFile(path, 'utf8')
    .then(JSON.parse)
    .catch(() => null);
  if (before && isAlive(before.pid)) {
    throw new Plain(`${what} is running already (process ${before.pid}). Stop that one with Ctrl-C first.`);
  }
  if (before) {
    say('An earlier start was broken off; its leftovers are cleared away.');
    // What rests on another goes before it: a process whose database is gone takes long to end.
    for (const pid of (before.children ?? []).toReversed()) await end(pid);
  }
  const state = { pid: process.pid, children: [] };
  const save = () => writeFile(path, JSON.stringify(state));
  await save();
  return {
    async note(pid) {
      state.children.push(pid);
      await save();
    },
    release: () => rm(path, { force: true }),
  };
}

async function end(pid) {
  if (!isAlive(pid) || !(await isOurs(pid))) return;
  process.kill(pid, 'SIGTERM');
  for (let i = 0; i < 100 && isAlive(pid); i += 1) await new Promise((resolve) => setTimeout(resolve, 100));
  if (isAlive(pid)) process.kill(pid, 'SIGKILL');
}

/** A number may by now belong to another program. */
async function isOurs(pid) {
  const line = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
  return line.includes('mariadbd') || line.includes('redis') || line.includes('apps/server/dist');
}
