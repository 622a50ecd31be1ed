import { readdir, readFile } from 'node:fs/promises';
import { get } from 'node:http';
import type { TestApp } from './testApp.ts';

const mb = (bytes: number): number => bytes / 2 ** 20;

/** Asks on a connection of its own, as a monitor would. */
const ask = (port: number): Promise<void> =>
  new Promise((resolve, reject) => {
    const request = get({ host: '127.0.0.1', port, path: '/health/live', agent: false }, (answer) => {
      answer.resume();
      answer.on('end', resolve);
    });
    request.on('error', reject);
  });

/** Watches a server from the side: how slowly it answers while something goes on, and how much memory it takes more. */
export async function startWatch({ http }: TestApp) {
  const { port } = http.address() as { port: number };
  const before = process.memoryUsage.rss();
  let [slowest, most, going] = [0, before, true];
  const watch = (async () => {
    while (going) {
      const begun = performance.now();
      await ask(port);
      slowest = Math.max(slowest, performance.now() - begun);
      most = Math.max(most, process.memoryUsage.rss());
      await new Promise((resolve) => setImmediate(resolve));
    }
  })();
  return {
    async stop() {
      going = false;
      await watch;
      return { slowest, grownMb: mb(most - before) };
    },
  };
}

/** What lies in the folder for work: files, and folders that are nobody's standing place. */
export async function leftIn(work: string): Promise<readonly string[]> {
  const all = await readdir(work, { recursive: true, withFileTypes: true });
  return all
    .filter((one) => one.isFile() || !/^(\d+|uploads)$/.test(one.name))
    .map((one) => `${one.parentPath.slice(work.length)}/${one.name}`);
}

/** The names of converters that are running on this machine as children of this process, however deep. */
export async function childrenNow(): Promise<readonly string[]> {
  const parents = new Map<number, { parent: number; name: string }>();
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => null);
    const found = stat && /^\d+ \((.*)\) (\S) (\d+)/.exec(stat);
    if (found && found[2] !== 'Z') parents.set(Number(pid), { name: found[1]!, parent: Number(found[3]) });
  }
  const isOurs = (pid: number): boolean => {
    const { parent } = parents.get(pid) ?? { parent: 0 };
    return parent === process.pid || (parent > 1 && isOurs(parent));
  };
  return [...parents].filter(([pid]) => isOurs(pid)).map(([, { name }]) => name);
}
