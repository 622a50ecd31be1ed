import { jest } from '@jest/globals';
import { spawn } from 'node:child_process';
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { lock } from './lock.mjs';
import { ROOT } from './run.mjs';
import { howToInstall } from './packages.mjs';
import { Plain } from './say.mjs';
import { freePort, isFree } from './services.mjs';
import { runWorld, startWorld } from './world.mjs';

let folder;
beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'oakbell-start-'))));
afterEach(() => rm(folder, { recursive: true, force: true }));

describe('starting twice', () => {
  it('is refused in one sentence that names the running process', async () => {
    const held = await lock(folder, 'Oak Bell (test)');
    await expect(lock(folder, 'Oak Bell (test)')).rejects.toThrow(`is running already (process ${process.pid})`);
    await held.release();
    await (await lock(folder, 'Oak Bell (test)')).release();
  });
  it('after a start that was broken off clears its leftovers away and goes on', async () => {
    // Stands in for a server that was left running: its command line is that of one of ours.
    const left = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)', 'apps/server/dist/left'], {
      stdio: 'ignore',
    });
    const ended = new Promise((resolve) => left.on('exit', resolve));
    await new Promise((resolve) => left.on('spawn', resolve));
    await writeFile(join(folder, 'lock.json'), JSON.stringify({ pid: 2 ** 22 + 1, children: [left.pid] }));
    const held = await lock(folder, 'Oak Bell (test)');
    await ended;
    expect(JSON.parse(await readFile(join(folder, 'lock.json'), 'utf8')).pid).toBe(process.pid);
    await held.release();
  });
  it('leaves programs alone that only have the number of one of ours', async () => {
    await writeFile(join(folder, 'lock.json'), JSON.stringify({ pid: 2 ** 22 + 1, children: [process.pid] }));
    const held = await lock(folder, 'Oak Bell (test)');
    await held.release();
  });
  it('ends what rests on another before it', async () => {
    const ends = [];
    const begin = async () => {
      const left = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)', 'apps/server/dist/left']);
      left.on('exit', () => ends.push(left.pid));
      await new Promise((resolve) => left.on('spawn', resolve));
      return left.pid;
    };
    const children = [await begin(), await begin()];
    await writeFile(join(folder, 'lock.json'), JSON.stringify({ pid: 2 ** 22 + 1, children }));
    await (await lock(folder, 'Oak Bell (test)')).release();
    expect(ends).toEqual(children.toReversed());
  });
  it('with a lock that was torn begins anew', async () => {
    await writeFile(join(folder, 'lock.json'), '{"pid":');
    await (await lock(folder, 'Oak Bell (test)')).release();
  });
});

describe('a world that runs', () => {
  it('can be ended from the moment on that it says how', async () => {
    const never = new Promise(() => undefined);
    const stop = jest.fn(() => Promise.resolve());
    const said = jest.spyOn(console, 'log').mockImplementation((words) => {
      if (words === 'Press Ctrl-C') process.emit('SIGTERM');
    });
    await runWorld({ http: { ended: never }, jobs: { ended: never }, stop }, 'Press Ctrl-C');
    said.mockRestore();
    expect(stop).toHaveBeenCalledTimes(1);
  });
});

describe('ports', () => {
  it('that an earlier start holds, which was broken off, are free again', async () => {
    const path = join(ROOT, '.oakbell/test-left/lock.json');
    await mkdir(dirname(path), { recursive: true });
    const hold =
      "require('net').createServer().listen(0, '127.0.0.1', function () { console.log(this.address().port); })";
    const left = spawn(process.execPath, ['-e', hold, 'apps/server/dist/left']);
    const port = Number(await new Promise((resolve) => left.stdout.once('data', resolve)));
    await writeFile(path, JSON.stringify({ pid: 2 ** 22 + 1, children: [left.pid] }));
    expect(await isFree(port)).toBe(false);
    const more = { OAKBELL_DATABASE_URL: 'mariadb://127.0.0.1:1/none', OAKBELL_REDIS_URL: 'redis://127.0.0.1:1' };
    // It comes as far as the database, which is not there.
    await expect(startWorld({ name: 'test-left', port, quiet: true, more })).rejects.not.toThrow('is taken');
    expect(await isFree(port)).toBe(true);
    await rm(dirname(path), { recursive: true, force: true });
  });
  it('that are taken are told, before anything is started', async () => {
    const server = createServer();
    const port = await new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(server.address().port)));
    expect(await isFree(port)).toBe(false);
    await expect(startWorld({ name: 'test-port', port, quiet: true })).rejects.toThrow(
      `Port ${port} is taken by another program`,
    );
    server.close();
  });
  it('that are free are found', async () => {
    expect(await isFree(await freePort())).toBe(true);
  });
});

describe('installing what is missing', () => {
  const names = ['ffmpeg', 'poppler-utils'];
  it('is done as root, or through sudo', () => {
    expect(howToInstall({ isRoot: true, hasSudo: false, sudoAllows: false }, names)).toEqual(['env']);
    expect(howToInstall({ isRoot: false, hasSudo: true, sudoAllows: true }, names)).toEqual(['sudo', 'env']);
  });
  it('without the rights says in one sentence what to run as root', () => {
    for (const hasSudo of [false, true]) {
      expect(() => howToInstall({ isRoot: false, hasSudo, sudoAllows: false }, names)).toThrow(Plain);
      expect(() => howToInstall({ isRoot: false, hasSudo, sudoAllows: false }, names)).toThrow(
        'apt-get install --no-install-recommends ffmpeg poppler-utils',
      );
    }
  });
});
