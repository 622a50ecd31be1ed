import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { checkedKey, NoSuchFile, type ByteRange, type Storage, type StoredFile, type Unwanted } from './storage.ts';

/** Media in memory, for tests of what lies above the storage. */
export class MemoryStorage implements Storage {
  readonly #files = new Map<string, Buffer>();
  readonly #written = new Map<string, Date>();

  put(key: string, bytes: Uint8Array): Promise<void> {
    this.#files.set(checkedKey(key), Buffer.from(bytes));
    this.#written.set(key, new Date());
    return Promise.resolve();
  }
  async putOnce(key: string, content: Uint8Array | { readonly file: string }): Promise<void> {
    await ('file' in content ? this.putFile(key, content.file) : this.put(key, content));
  }
  async putFile(key: string, path: string): Promise<void> {
    await this.put(key, await readFile(path));
  }
  read(key: string): Promise<Buffer> {
    const bytes = this.#files.get(checkedKey(key));
    return bytes ? Promise.resolve(bytes) : Promise.reject(new NoSuchFile(key));
  }
  async lend<T>(key: string, use: (path: string) => Promise<T>): Promise<T> {
    const bytes = await this.read(key);
    const folder = await mkdtemp(join(tmpdir(), 'oakbell-lent-'));
    try {
      await writeFile(join(folder, 'file'), bytes);
      return await use(join(folder, 'file'));
    } finally {
      await rm(folder, { recursive: true });
    }
  }
  async stream(key: string, range?: ByteRange): Promise<Readable> {
    const bytes = await this.read(key);
    return Readable.from([range ? bytes.subarray(range.start, range.end + 1) : bytes]);
  }
  size(key: string): Promise<number | null> {
    return Promise.resolve(this.#files.get(checkedKey(key))?.length ?? null);
  }
  list(prefix: string): Promise<readonly string[]> {
    const keys = [...this.#files.keys()].filter(
      (key) => key.startsWith(prefix) && !key.slice(prefix.length).includes('/'),
    );
    return Promise.resolve(keys.sort());
  }
  remove(key: string): Promise<void> {
    for (const one of [...this.#files.keys()]) {
      if (one === key || (key.endsWith('/') && one.startsWith(key))) this.#files.delete(one);
    }
    return Promise.resolve();
  }
  async *walk(): AsyncGenerator<StoredFile> {
    for (const [key, { length }] of [...this.#files].sort())
      yield { key, writtenAt: this.#written.get(key) ?? new Date(0), bytes: length };
    await Promise.resolve();
  }
  async removeUnwanted(key: string, { writtenBefore, isWanted }: Unwanted): Promise<boolean> {
    const there = this.#files.get(checkedKey(key));
    if (!there) return false;
    this.#files.delete(key);
    const stays = (this.#written.get(key) ?? writtenBefore) >= writtenBefore || (await isWanted());
    if (stays && !this.#files.has(key)) this.#files.set(key, there);
    return !stays;
  }
  sweep(): Promise<void> {
    return Promise.resolve();
  }
}
