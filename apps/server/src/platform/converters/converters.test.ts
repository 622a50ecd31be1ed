import { mkdir, readdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { childrenNow } from '../../testing/footprint.ts';
import { inTestJob } from '../../testing/inTestJob.ts';
import { convert, prepareConverters, sandboxHere, withFolder, type Fault } from './index.ts';

const root = join(tmpdir(), `oakbell-converters-test-${process.pid}`);
beforeAll(() => prepareConverters(root));
afterAll(() => rm(root, { recursive: true, force: true }));
const mine = () => readdir(join(root, `${process.pid}`));

/** Our own programs stand in for a converter that has been taken over by what it reads. */
const script = (code: string, limits: object = {}) =>
  inTestJob(() => convert({ program: 'node', args: ['-e', code], limits }));
const faultOf = (work: Promise<unknown>): Promise<Fault | 'none'> =>
  work.then(
    () => 'none' as const,
    (failure: { fault: Fault }) => failure.fault,
  );

describe('a converter', () => {
  it('gives what it said, and leaves no folder behind', async () => {
    expect((await script('console.log(6 * 7)')).toString()).toBe('42\n');
    expect(await mine()).toEqual([]);
  });
  it('is never run outside a job', async () => {
    await expect(convert({ program: 'node', args: ['-e', '1'] })).rejects.toThrow(/never inside a request/);
  });
  it('sees no secret of ours, and no home but its own folder', async () => {
    process.env['OAKBELL_PLANTED'] = 'PLANTED';
    const said = JSON.parse((await script('console.log(JSON.stringify(process.env))')).toString()) as object;
    expect(JSON.stringify(said)).not.toContain('PLANTED');
    expect(Object.keys(said).sort()).toEqual(['HOME', 'LANG', 'OMP_NUM_THREADS', 'PATH', 'TMPDIR']);
  });
  it('reaches nobody on the network, this machine included', async () => {
    expect(sandboxHere().namespaces).not.toBe('none');
    let reached = 0;
    const server = createServer(() => (reached += 1));
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.address() as { port: number };
    const code = `require('net').connect(${port},'127.0.0.1').on('connect',()=>console.log('reached')).on('error',()=>console.log('refused'))`;
    expect((await script(code)).toString()).toBe('refused\n');
    server.close();
    expect(reached).toBe(0);
  });
  it('runs as somebody else where we are root, and as another one each time', async () => {
    const uid = () => script('console.log(process.getuid())').then(String);
    const [first, second] = [await uid(), await uid()];
    if (process.getuid?.() === 0) {
      expect(Number(first)).toBeGreaterThan(700_000);
      expect(first).not.toBe(second);
    } else expect(Number(first)).toBe(process.getuid?.());
  });
  it.each<[string, string, object, Fault]>([
    ['runs for ever', 'for(;;);', { seconds: 1 }, 'too-long'],
    ['waits for ever', 'setInterval(()=>{},1e6)', { seconds: 1 }, 'too-long'],
    [
      'says too much',
      "process.stdout.write('x'.repeat(3e6),()=>{}); setInterval(()=>{},1e6)",
      { outputMb: 1 },
      'too-much',
    ],
    ['says no', 'process.exit(3)', {}, 'failed'],
  ])('that %s is ended', async (_, code, limits, fault) => {
    expect(await faultOf(script(code, limits))).toBe(fault);
    expect(await childrenNow()).toEqual([]);
    expect(await mine()).toEqual([]);
  });
  it('cannot write a file beyond its limit, nor take more memory than it has', async () => {
    const write = "require('fs').writeFileSync('big', Buffer.alloc(5e6)); console.log('written')";
    expect(await faultOf(script(write, { outputMb: 1 }))).not.toBe('none');
    // What is asked for counts, written to or not: how fast a machine fills it decides nothing.
    const grow = 'const all=[]; for(;;) all.push(Buffer.allocUnsafeSlow(5e7))';
    expect(await faultOf(script(grow, { memoryMb: 3000 }))).toBe('failed');
  });
  it('takes its children with it, those that ran away too', async () => {
    const code = `
      const { spawn } = require('child_process');
      spawn('sleep', ['61733'], { stdio: 'ignore' });
      spawn('sleep', ['61733'], { detached: true, stdio: 'ignore' }).unref();
      setInterval(() => {}, 1e6);`;
    expect(await faultOf(script(code, { seconds: 2 }))).toBe('too-long');
    expect(await childrenNow()).toEqual([]);
    const left = await readdir('/proc').then((names) =>
      Promise.all(
        names
          .filter((name) => /^\d+$/.test(name))
          .map((pid) => readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '')),
      ),
    );
    expect(left.filter((line) => line.startsWith('sleep\x0061733'))).toEqual([]);
  });
  it('is ended when its job is cancelled', async () => {
    const controller = new AbortController();
    const work = inTestJob(
      () => convert({ program: 'node', args: ['-e', 'setInterval(()=>{},1e6)'] }),
      controller.signal,
    );
    controller.abort();
    expect(await faultOf(work)).toBe('cancelled');
    expect(await faultOf(inTestJob(() => convert({ program: 'node', args: ['-e', '1'] }), controller.signal))).toBe(
      'cancelled',
    );
  });
});

describe('the folder of a converter', () => {
  it('takes plain names only', async () => {
    await inTestJob(() =>
      withFolder(async (folder) => {
        await folder.put('in/a.txt', 'words');
        for (const name of ['../a', '/etc/passwd', '.hidden', 'a/../b', ''])
          await expect(folder.put(name, 'x')).rejects.toThrow(RangeError);
        expect((await stat(folder.path)).mode & 0o777).toBe(0o700);
      }),
    );
  });
  it('of a process that is gone is swept at start; one that is in use is not', async () => {
    const elsewhere = join(root, 'elsewhere');
    for (const pid of ['999999999', '1']) await mkdir(join(elsewhere, pid), { recursive: true });
    await writeFile(join(elsewhere, '999999999', 'left'), '');
    await prepareConverters(elsewhere);
    expect((await readdir(elsewhere)).sort()).toEqual(['1', `${process.pid}`]);
    await prepareConverters(root);
  });
});
