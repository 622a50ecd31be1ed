import { spawn } from 'node:child_process';
import { rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');

export interface Started {
  readonly url: string;
  /** What the start command wrote. */
  readonly told: string;
  readonly end: () => Promise<void>;
}

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

/** Runs one of the start commands on a port of its own until it is ready, and tells what it wrote. @param variables further ones of its environment */
export async function startedBy(
  command: 'start' | 'demo',
  more: readonly string[],
  variables: Readonly<Record<string, string>> = {},
): Promise<Started> {
  const port = await freePort();
  // Nothing of the world in which the other tests run is known to it.
  const env = Object.fromEntries(Object.entries(process.env).filter(([key]) => !key.startsWith('OAKBELL_')));
  const args = [`scripts/${command}.mjs`, ...more, '--port', `${port}`];
  const child = spawn(process.execPath, args, { cwd: ROOT, env: { ...env, ...variables } });
  const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
  let told = '';
  await new Promise<void>((resolve, reject) => {
    const hear = (bytes: Buffer) => {
      told += bytes.toString();
      if (told.includes('Press Ctrl-C')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(`it ended before it was ready:\n${told}`)));
  });
  const end = async () => {
    child.kill('SIGTERM');
    await ended;
  };
  return { url: `http://127.0.0.1:${port}`, told, end };
}

/** Starts Oak Bell as a school does, with the very command for it and an empty database. */
export async function ownSchool(name: string): Promise<Started> {
  const forget = () => rm(join(ROOT, '.oakbell', name), { recursive: true, force: true });
  await forget();
  const school = await startedBy('start', ['--name', name]);
  return { ...school, end: () => school.end().then(forget) };
}
