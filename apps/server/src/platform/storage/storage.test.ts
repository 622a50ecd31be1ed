import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { FolderStorage, MemoryStorage, NoSuchFile, type Storage } from './index.ts';

const folders: string[] = [];
afterAll(() => Promise.all(folders.map((folder) => rm(folder, { recursive: true }))));

describe.each<[string, () => Promise<Storage>]>([
  [
    'a folder',
    async () => {
      const folder = await mkdtemp(join(tmpdir(), 'oakbell-storage-'));
      folders.push(folder);
      return new FolderStorage(folder);
    },
  ],
  ['memory', () => Promise.resolve(new MemoryStorage())],
])('storage in %s', (_, make) => {
  it('gives back what was put, whole or in part', async () => {
    const storage = await make();
    await storage.put('takes/a/1', Buffer.from('rule of twelfths'));
    expect((await storage.read('takes/a/1')).toString()).toBe('rule of twelfths');
    expect(await text(await storage.stream('takes/a/1', { start: 8, end: 15 }))).toBe('twelfths');
    expect(await storage.size('takes/a/1')).toBe(16);
  });
  it('lists and removes what lies under a prefix', async () => {
    const storage = await make();
    for (const name of ['b', 'a']) await storage.put(`x/${name}`, Buffer.from(name));
    expect(await storage.list('x/')).toEqual(['x/a', 'x/b']);
    await storage.remove('x/');
    expect(await storage.list('x/')).toEqual([]);
    expect(await storage.size('x/a')).toBeNull();
  });
  it('says when there is nothing', async () => {
    await expect((await make()).read('none')).rejects.toThrow(NoSuchFile);
  });
  it.each(['../secret', '/etc/passwd', 'a/../../b', 'a//b', ''])('refuses the key %p', async (key) => {
    const storage = await make();
    await expect(async () => storage.put(key, Buffer.from(''))).rejects.toThrow(RangeError);
  });
});

it('a put that fails leaves nothing behind in the folder', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'oakbell-storage-'));
  folders.push(folder);
  await expect(new FolderStorage(folder).putFile('x/y', join(folder, 'not-there'))).rejects.toThrow();
  expect(await readdir(join(folder, 'x'))).toEqual([]);
});
