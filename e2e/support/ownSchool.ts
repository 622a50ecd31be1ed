import { spawn } from 'node:child_process';
import { rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');

export interface OwnSchool {
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

/** Starts Oak Bell as a school does, with the very command for it and an empty database, and tells what it wrote. */
export async function ownSchool(name: string): Promise<OwnSchool> {
  await rm(join(ROOT, '.oakbell', name), { recursive: true, force: true });
  const port = await freePort();
  // Nothing of the world in which the other tests run is known to it.
  const env = Object.fromEntries(Object.entries(process.env).filter(([key]) => !key.startsWith('OAKBELL_')));
  const child = spawn(process.execPath, ['scripts/start.mjs', '--name', name, '--port', `${port}`], { cwd: ROOT, env });
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
    await rm(join(ROOT, '.oakbell', name), { recursive: true, force: true });
  };
  return { url: `http://127.0.0.1:${port}`, told, end };
}
