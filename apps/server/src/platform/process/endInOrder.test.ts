import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const BUILT = fileURLToPath(new URL('../../../dist/platform/process/index.js', import.meta.url));

/** Runs a process that ends on faults, and meets one. */
function run(fault: string, close = "console.log('closed')"): Promise<{ code: number | null; said: string }> {
  const code = `
    import { EventEmitter } from 'node:events';
    const { endOnFault } = await import(${JSON.stringify(BUILT)});
    endOnFault({ close: async () => { ${close} } }, (failure) => console.log('said ' + failure.message));
    setInterval(() => {}, 1e6);
    setTimeout(() => { ${fault} }, 5);`;
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['--input-type=module', '-e', code]);
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.on('close', (ended) => resolve({ code: ended, said }));
  });
}

describe('a process that meets what nobody caught', () => {
  it.each([
    ['an exception', "throw new Error('unforeseen')"],
    ['a rejection', "Promise.reject(new Error('unforeseen'))"],
    ['an error that nobody listens for', "new EventEmitter().emit('error', new Error('unforeseen'))"],
  ])('says %s, closes what is open, and ends', async (_, fault) => {
    const { code, said } = await run(fault);
    expect([code, said]).toEqual([1, 'said unforeseen\nclosed\n']);
  });
  it('ends although something cannot be closed', async () => {
    const { code, said } = await run("throw new Error('unforeseen')", "throw new Error('stuck')");
    expect([code, said]).toEqual([1, 'said unforeseen\nsaid stuck\n']);
  });
});
