import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { connect, createServer } from 'node:net';
import { join } from 'node:path';
import { run } from './run.mjs';
import { Plain, say } from './say.mjs';

const HOST = '127.0.0.1';

/** A port on loopback that is free now. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, HOST, () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Whether nothing listens on a port. */
export function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.on('error', () => resolve(false));
    server.listen(port, HOST, () => server.close(() => resolve(true)));
  });
}

const answers = (port) =>
  new Promise((resolve) => {
    const socket = connect(port, HOST);
    socket.on('connect', () => (socket.destroy(), resolve(true)));
    socket.on('error', () => resolve(false));
  });

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until `check` says yes, or the process has ended. */
async function until(check, child, what, log) {
  for (let i = 0; i < 300; i += 1) {
    if (child.exitCode !== null) break;
    if (await check()) return;
    await pause(100);
  }
  const last = log ? (await readFile(log, 'utf8').catch(() => '')).split('\n').slice(-12).join('\n') : '';
  throw new Plain(`${last}\n${what} did not start.`);
}

/** A started process that ends when asked, and for certain. */
function held(child, signal = 'SIGTERM') {
  const ended = new Promise((resolve) => child.on('exit', resolve));
  return {
    child,
    ended,
    async stop() {
      if (child.exitCode !== null || child.signalCode !== null) return;
      child.kill(signal);
      const late = setTimeout(() => child.kill('SIGKILL'), 10_000);
      await ended;
      clearTimeout(late);
    },
  };
}

/**
 * A database that nobody needs tomorrow: what was kept outlives its process, which tests end, though not a machine that
 * loses its power.
 */
const THROWN_AWAY = ['--innodb-flush-log-at-trx-commit=2', '--skip-innodb-doublewrite'];

/**
 * Keeps MariaDB going on loopback with its data under `folder`; a set-up that was broken off is begun anew.
 * @param {{ note: (pid: number) => Promise<void>, patient?: boolean, throwaway?: boolean }} how
 */
export async function startMariaDb(folder, { throwaway = false, ...how }) {
  const data = join(folder, 'mariadb');
  const ready = join(folder, 'mariadb.ready');
  const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];
  if (!existsSync(ready)) {
    await rm(data, { recursive: true, force: true });
    await mkdir(data, { recursive: true });
    const args = [
      '--no-defaults',
      ...asRoot,
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
    ];
    await run('mariadb-install-db', args, { quiet: true });
    await writeFile(ready, '');
  }
  const port = await freePort();
  const log = join(folder, 'mariadb.log');
  const args = [
    '--no-defaults',
    ...asRoot,
    `--datadir=${data}`,
    `--socket=${socketPath(folder)}`,
    `--pid-file=${join(folder, 'mariadb.pid')}`,
    `--log-error=${log}`,
    `--bind-address=${HOST}`,
    `--port=${port}`,
    '--skip-name-resolve',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_uca1400_ai_ci',
    '--max-allowed-packet=64M',
    // Every word of a lesson can be looked for, short ones too.
    '--innodb-ft-min-token-size=1',
    '--innodb-ft-enable-stopword=OFF',
    ...(throwaway ? THROWN_AWAY : []),
  ];
  const kept = await keep(() => startProgram('mariadbd', args, { port, what: 'MariaDB', log }), {
    ...how,
    what: 'MariaDB',
  });
  return { port, kept };
}

/** Unix sockets have short names; a long folder would not fit, and two that end alike must not meet. */
const socketPath = (folder) => `/tmp/oakbell-${createHash('sha256').update(folder).digest('hex').slice(0, 24)}.sock`;

/** Keeps Redis going on loopback with its data under `folder`. */
export async function startRedis(folder, how) {
  const data = join(folder, 'redis');
  await mkdir(data, { recursive: true });
  const port = await freePort();
  const log = join(folder, 'redis.log');
  const args = [
    '--bind',
    HOST,
    '--port',
    `${port}`,
    '--dir',
    data,
    '--appendonly',
    'yes',
    '--save',
    '',
    '--logfile',
    log,
  ];
  // redis-check-rdb and redis-server are one program that goes by the name it is called with.
  const start = () =>
    startProgram('/usr/bin/redis-check-rdb', args, { port, what: 'Redis', log, argv0: 'redis-server' });
  return { port, kept: await keep(start, { ...how, what: 'Redis' }) };
}

/** Starts a program that listens. A process group of its own: Ctrl-C reaches only us, and we end things in their order. */
async function startProgram(program, args, { port, what, log, argv0 }) {
  const child = spawn(program, args, { stdio: 'ignore', detached: true, ...(argv0 ? { argv0 } : {}) });
  const process_ = held(child);
  await until(() => answers(port), child, what, log);
  return process_;
}

/** What ends by itself is started again after so long, in ms; what cannot stay up is given up. */
const AGAIN_MS = 500;
const SHORT_LIFE_MS = 5000;
const MOST_SHORT_LIVES = 5;

/**
 * Starts something and starts it again whenever it ends by itself. `ended` resolves when it is stopped, or given up
 * because it ended soon after its start again and again.
 * @param {() => Promise<object>} start gives a process that is ready
 * @param {{ what: string, note: (pid: number) => Promise<void>, patient?: boolean }} how told of each process; `patient`
 * never gives up
 */
export async function keep(start, { what, note, patient = false }) {
  let [stopped, short] = [false, 0];
  let now = await start();
  let up = Promise.resolve();
  await note(now.child.pid);
  let giveUp = () => undefined;
  const ended = new Promise((resolve) => (giveUp = resolve));
  const again = async () => {
    while (!stopped) {
      await pause(AGAIN_MS);
      if (stopped) return;
      const begun = Date.now();
      const next = await start().catch((failure) => say(failure.message));
      if (next) {
        now = next;
        await note(now.child.pid);
        void watch(Date.now());
        return;
      }
      if (isTooOften(begun)) return giveUp();
    }
  };
  const isTooOften = (begun) => {
    short = Date.now() - begun < SHORT_LIFE_MS ? short + 1 : 0;
    return !patient && short >= MOST_SHORT_LIVES;
  };
  const watch = async (begun) => {
    await now.ended;
    if (stopped || isTooOften(begun)) return giveUp();
    say(`${what} ended and is started again.`);
    up = again();
  };
  void watch(Date.now());
  return {
    /** The process as it is now: another one after each start. */
    get child() {
      return now.child;
    },
    ended,
    /** Resolves when it runs: at once, or when it was started again. */
    running: () => up,
    async stop() {
      stopped = true;
      await up;
      await now.stop();
      giveUp();
    },
  };
}

/** Starts one of our own processes; its log goes to a file. @param {() => Promise<boolean>} isReady */
export async function startNode(entry, env, log, isReady, what) {
  const { openSync } = await import('node:fs');
  const file = openSync(log, 'a');
  const child = spawn(process.execPath, ['--enable-source-maps', entry], {
    env: { ...process.env, ...env },
    stdio: ['ignore', file, file],
    detached: true,
  });
  const process_ = held(child);
  await until(isReady, child, what, log);
  return process_;
}
