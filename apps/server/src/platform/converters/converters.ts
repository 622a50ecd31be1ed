/*
 * The one way to run a program on bytes that somebody brought: in a folder of its own, with a clean environment,
 * without a network, within limits, and only inside a job. It is killed with all its children when the job is
 * cancelled, when its time is over and when this process ends.
 */
import { present } from '@oakbell/core/present';
import { spawn } from 'node:child_process';
import { chmod, chown, copyFile, lstat, mkdir, open, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import type { FileHandle } from 'node:fs/promises';
import { randomUUID } from 'node:crypto';
import type { Writable } from 'node:stream';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobScope } from '../scope/index.ts';
import { PROGRAMS, type Limits, type Program } from './limits.ts';
import { nextUser, sandboxHere, shutIn } from './sandbox.ts';

/** Why a converter gave nothing. `failed`: the program itself said no. */
export type Fault = 'failed' | 'missing' | 'too-long' | 'too-much' | 'cancelled';

/** A converter gave nothing; the message is its own last words, for the log only. */
export class ConverterError extends Error {
  constructor(
    readonly fault: Fault,
    words: string,
  ) {
    super(words);
  }
}

export interface Run {
  readonly program: Program;
  readonly args: readonly string[];
  /** What it is given to read: bytes, or pieces as they come. */
  readonly stdin?: Uint8Array | AsyncIterable<Uint8Array>;
  /** Where this run needs other limits than its program usually does. */
  readonly limits?: Partial<Limits>;
}

/** A converter's own folder. Names are plain file names, in folders of it at most. */
export interface WorkFolder {
  readonly path: string;
  /** Puts a file in: bytes, or a copy of a file on this machine. Returns its path. */
  put(name: string, content: Uint8Array | string | { readonly file: string }): Promise<string>;
  /** Runs a program in here and gives what it said. @throws ConverterError */
  run(run: Run): Promise<Buffer>;
  /** Opens a file of this folder for ourselves. Whoever opens it closes it. */
  open(name: string, flags: 'r' | 'w+'): Promise<FileHandle>;
  /** The files there are, in order. */
  list(): Promise<readonly string[]>;
  /** @throws ConverterError `too-much` for a file above the limit, `failed` where there is none */
  read(name: string, mostMb: number): Promise<Buffer>;
}

/** Time for a program that was killed to be gone, in ms. */
const KILL_MS = 2000;

let root = join(tmpdir(), 'oakbell-work');

/**
 * Says where converters work, and sweeps what processes that are gone left there. Called once, at start.
 * @throws Error when the folder belongs to somebody else
 */
export async function prepareConverters(folder: string): Promise<void> {
  await sweepWork(folder);
  root = workOf(folder);
  await mkdir(root, { recursive: true, mode: 0o711 });
}

/** Where this process works, within the folder for all. */
export const workOf = (folder: string): string => join(folder, `${process.pid}`);

/** Takes away what processes that are gone left in the folder for work. @throws Error when it belongs to somebody else */
export async function sweepWork(folder: string): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o711 });
  const { uid } = await lstat(folder);
  if (uid !== process.getuid?.()) throw new Error(`${folder} belongs to another user: choose another OAKBELL_WORK`);
  for (const name of await readdir(folder))
    if (/^\d+$/.test(name) && (Number(name) === process.pid || !isAlive(Number(name))))
      await rm(join(folder, name), { recursive: true, force: true });
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (failure) {
    return (failure as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Lends a folder that is gone afterwards, whatever comes of it. @throws Error outside a job */
export async function withFolder<T>(use: (folder: WorkFolder) => Promise<T>): Promise<T> {
  const { signal } = jobScope('A converter');
  const path = join(root, randomUUID());
  const user = nextUser();
  const { otherUser } = sandboxHere();
  const own = (file: string) => (otherUser ? chown(file, user, user) : Promise.resolve());
  // Whoever a program runs as has to come through to its own folder.
  await mkdir(root, { recursive: true, mode: 0o711 });
  await mkdir(path, { mode: 0o700 });
  await own(path);
  const folder: WorkFolder = {
    path,
    async put(name, content) {
      const file = join(path, plain(name));
      for (let at = name.indexOf('/'); at >= 0; at = name.indexOf('/', at + 1)) {
        await mkdir(join(path, name.slice(0, at)), { recursive: true, mode: 0o700 });
        await own(join(path, name.slice(0, at)));
      }
      if (typeof content === 'object' && 'file' in content) await copyFile(content.file, file);
      else await writeFile(file, content);
      await chmod(file, 0o600);
      await own(file);
      return file;
    },
    run: (run) => runIn({ path, user, signal }, run),
    open: (name, flags) => open(join(path, plain(name)), flags, 0o600),
    list: async () => (await readdir(path)).sort(),
    async read(name, mostMb) {
      const file = join(path, plain(name));
      const found = await stat(file).catch(() => null);
      if (!found?.isFile()) throw new ConverterError('failed', `${name} was not made`);
      if (found.size > mostMb * 2 ** 20) throw new ConverterError('too-much', `${name} is ${found.size} bytes`);
      return readFile(file);
    },
  };
  try {
    return await use(folder);
  } finally {
    await rm(path, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** Runs a program that needs no files of its own. @throws ConverterError */
export const convert = (run: Run): Promise<Buffer> => withFolder((folder) => folder.run(run));

function plain(name: string): string {
  if (!/^[\w-][\w.-]*(?:\/[\w-][\w.-]*)*$/.test(name))
    throw new RangeError(`${JSON.stringify(name)} is not a plain file name`);
  return name;
}

interface Where {
  readonly path: string;
  readonly user: number;
  readonly signal: AbortSignal;
}

/** Groups of processes that are running now: they end with us. */
const running = new Set<number>();
process.on('exit', () => running.forEach(kill));

function kill(group: number): void {
  try {
    process.kill(-group, 'SIGKILL');
  } catch {
    // It is gone already.
  }
}

function runIn({ path, user, signal }: Where, { program, args, stdin, limits: own }: Run): Promise<Buffer> {
  const limits = { ...PROGRAMS[program], ...own };
  const command = [program === 'node' ? process.execPath : program, ...args];
  const [first, ...rest] = shutIn(sandboxHere(), limits, { user, command });
  return new Promise((resolve, reject) => {
    if (signal.aborted) return reject(new ConverterError('cancelled', program));
    const child = spawn(present(first), rest, {
      cwd: path,
      env: { PATH: process.env['PATH'] ?? '', HOME: path, TMPDIR: path, LANG: 'C.UTF-8', OMP_NUM_THREADS: '2' },
      stdio: ['pipe', 'pipe', 'pipe'],
      detached: true,
    });
    const group = child.pid;
    if (group !== undefined) running.add(group);
    const said: Buffer[] = [];
    let [bytes, words] = [0, ''];
    let fault: Fault | null = null;
    const end = (why: Fault) => {
      fault ??= why;
      if (group !== undefined) kill(group);
      // Whoever left the group still holds our pipes open: we do not wait for them.
      setTimeout(() => [child.stdout, child.stderr].forEach((pipe) => pipe.destroy()), KILL_MS).unref();
    };
    const late = setTimeout(() => end('too-long'), limits.seconds * 1000);
    const cancel = () => end('cancelled');
    signal.addEventListener('abort', cancel, { once: true });
    child.stdout.on('data', (chunk: Buffer) => {
      bytes += chunk.length;
      if (bytes > limits.outputMb * 2 ** 20) return end('too-much');
      said.push(chunk);
    });
    child.stderr.on('data', (chunk: Buffer) => (words = (words + chunk.toString('utf8')).slice(-500)));
    // It may end before it has read everything; its exit code tells what matters.
    child.stdin.on('error', () => undefined);
    let dried: unknown = null;
    if (stdin === undefined || stdin instanceof Uint8Array) child.stdin.end(stdin);
    else
      feed(child.stdin, stdin).catch((failure: unknown) => {
        dried = failure;
        end('failed');
      });
    const settle = () => {
      clearTimeout(late);
      signal.removeEventListener('abort', cancel);
      if (group === undefined) return;
      kill(group);
      running.delete(group);
    };
    child.on('error', (failure) => {
      settle();
      reject(new ConverterError('missing', failure.message));
    });
    child.on('close', (code, by) => {
      settle();
      if (dried !== null) return reject(dried);
      if (code === 0 && fault === null) return resolve(Buffer.concat(said));
      reject(new ConverterError(fault ?? faultOf(code, by, words), `${program}: ${words}`));
    });
  });
}

/** Writes pieces as fast as they are read, and no faster. @throws what the pieces throw */
async function feed(stdin: Writable, pieces: AsyncIterable<Uint8Array>): Promise<void> {
  for await (const piece of pieces) {
    // Whoever reads no more is about to end by itself.
    if (stdin.destroyed) return;
    if (!stdin.write(piece)) await drained(stdin);
  }
  stdin.end();
}

const drained = (stdin: Writable): Promise<void> =>
  new Promise((resolve) => {
    const done = () => {
      stdin.off('drain', done).off('close', done);
      resolve();
    };
    stdin.once('drain', done).once('close', done);
  });

/** What an end by itself means: 127 is what prlimit says of a program that is not there. */
function faultOf(code: number | null, by: NodeJS.Signals | null, words: string): Fault {
  if (code === 127 || /failed to execute/.test(words)) return 'missing';
  if (by === 'SIGXFSZ' || code === 153 || code === 128 + 25) return 'too-much';
  return by === 'SIGXCPU' || code === 152 ? 'too-long' : 'failed';
}
