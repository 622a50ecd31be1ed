import { copyFile, mkdir, mkdtemp, readdir, rm, utimes, writeFile } from 'node:fs/promises';
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
  it('walks through every file there is', async () => {
    const storage = await make();
    for (const key of ['b/2', 'a/x/1', 'b/1']) await storage.put(key, Buffer.from(key));
    const found: [string, number][] = [];
    for await (const { key, bytes } of storage.walk()) found.push([key, bytes]);
    expect(found).toEqual([
      ['a/x/1', 5],
      ['b/1', 3],
      ['b/2', 3],
    ]);
  });
  it('removes what nobody wants, and leaves what is wanted, fresh, or put again meanwhile', async () => {
    const storage = await make();
    const later = new Date(Date.now() + 60_000);
    for (const key of ['gone', 'wanted', 'again', 'fresh']) await storage.put(key, Buffer.from(key));
    const no = () => Promise.resolve(false);
    expect(await storage.removeUnwanted('gone', { writtenBefore: later, isWanted: no })).toBe(true);
    expect(await storage.removeUnwanted('gone', { writtenBefore: later, isWanted: no })).toBe(false);
    expect(
      await storage.removeUnwanted('wanted', { writtenBefore: later, isWanted: () => Promise.resolve(true) }),
    ).toBe(false);
    expect(await storage.removeUnwanted('fresh', { writtenBefore: new Date(0), isWanted: no })).toBe(false);
    await storage.removeUnwanted('again', {
      writtenBefore: later,
      isWanted: () => storage.putOnce('again', Buffer.from('anew')).then(() => false),
    });
    expect((await storage.read('again')).toString()).toBe('anew');
    expect(await storage.size('gone')).toBeNull();
    expect([(await storage.read('wanted')).toString(), (await storage.read('fresh')).toString()]).toEqual([
      'wanted',
      'fresh',
    ]);
  });
  it('says when there is nothing', async () => {
    await expect((await make()).read('none')).rejects.toThrow(NoSuchFile);
  });
  it.each(['../secret', '/etc/passwd', 'a/../../b', 'a//b', ''])('refuses the key %p', async (key) => {
    const storage = await make();
    await expect(async () => storage.put(key, Buffer.from(''))).rejects.toThrow(RangeError);
  });
});

describe('a folder', () => {
  const folder = async () => {
    const made = await mkdtemp(join(tmpdir(), 'oakbell-storage-'));
    folders.push(made);
    return made;
  };
  const leftIn = async (root: string) =>
    (await readdir(root, { recursive: true, withFileTypes: true })).filter((one) => one.isFile());

  it('keeps nothing of a put that fails', async () => {
    const root = await folder();
    await expect(new FolderStorage(root).putFile('x/y', join(root, 'not-there'))).rejects.toThrow();
    expect(await leftIn(root)).toEqual([]);
  });
  it('that is full in the middle of a file keeps nothing of it, and what was there before', async () => {
    const root = await folder();
    await new FolderStorage(root).put('x/y', Buffer.from('before'));
    const full = async (path: string, bytes: Uint8Array) => {
      await writeFile(path, bytes.subarray(0, 3));
      throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
    };
    const storage = new FolderStorage(root, { writeFile: full, copyFile });
    await expect(storage.put('x/y', Buffer.from('after'))).rejects.toMatchObject({ code: 'ENOSPC' });
    expect((await storage.read('x/y')).toString()).toBe('before');
    expect(await leftIn(root)).toHaveLength(1);
  });
  it('sweeps what a process that ended left, and nothing that is being written', async () => {
    const root = await folder();
    const storage = new FolderStorage(root);
    await mkdir(join(root, '.aside'));
    for (const name of ['old', 'new']) await writeFile(join(root, '.aside', name), name);
    const before = new Date(Date.now() - 2 * 3_600_000);
    await utimes(join(root, '.aside', 'old'), before, before);
    await storage.sweep();
    expect((await leftIn(root)).map((one) => one.name)).toEqual(['new']);
  });
  it('that cannot be read is a failure, never an empty one', async () => {
    const root = await folder();
    const storage = new FolderStorage(root);
    await storage.put('x', Buffer.from('a file'));
    // A name longer than any file system takes is neither there nor missing.
    await expect(storage.size('y'.repeat(300))).rejects.toMatchObject({ code: 'ENAMETOOLONG' });
    await expect(storage.list(`${'y'.repeat(300)}/`)).rejects.toMatchObject({ code: 'ENAMETOOLONG' });
  });
});
