import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isProgram, isText, namedAsShown } from './plain.ts';

let folder: string;
beforeAll(async () => (folder = await mkdtemp(join(tmpdir(), 'oakbell-plain-'))));
afterAll(() => rm(folder, { recursive: true }));

it.each([
  ['what a machine runs by its name', 'plan.EXE', 'anything', true],
  ['a document that holds a program', 'plan.docm', 'PK', true],
  ['a program under another name', 'plan.dat', 'MZ\x90', true],
  ['a program of another system', 'plan', '\x7fELF', true],
  ['a text that speaks of one', 'exe.txt', 'MAZE', false],
  ['a drawing of a program for geometry', 'triangle.ggb', 'PK', false],
])('%s is told', (_, name, first, is) => expect(isProgram(name, Buffer.from(first, 'latin1'))).toBe(is));

it.each<[string, Buffer, boolean]>([
  ['letters of any script', Buffer.from('Tiefe: 3 m\n深さ\t1.2\r\n'), true],
  ['nothing but blanks', Buffer.from(' \n '), false],
  ['bytes that are no letters', Buffer.from([0xff, 0xfe, 0x41]), false],
  ['letters that steer machines', Buffer.from('a\u001b[2Jb'), false],
  ['more than is read as sheets', Buffer.alloc(40_001, 'a'), false],
  ['more lines than sheets have', Buffer.from('a\n'.repeat(19_500)), false],
])('%s', async (name, bytes, is) => {
  const path = join(folder, name.replaceAll(' ', '-'));
  await writeFile(path, bytes);
  expect(await isText(path)).toBe(is);
});

it('a name that says it is shown is no name for something else', () => {
  expect(['a.PDF', 'b.jpeg', 'c.docx', 'd.mp4'].map(namedAsShown)).toEqual([true, true, true, true]);
  expect(['a.ods', 'b.zip', 'c.txt', 'pdf'].map(namedAsShown)).toEqual([false, false, false, false]);
});
