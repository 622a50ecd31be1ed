import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { copyFile, mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { checkedKey, NoSuchFile, type ByteRange, type Storage } from './storage.ts';

/** Media in a folder. A file is written beside its place, flushed and moved there, so no half file is ever seen. */
export class FolderStorage implements Storage {
  readonly #root: string;

  constructor(root: string) {
    this.#root = root;
  }

  async put(key: string, bytes: Uint8Array): Promise<void> {
    await this.#place(key, (path) => writeFile(path, bytes));
  }

  async putFile(key: string, source: string): Promise<void> {
    await this.#place(key, (path) => copyFile(source, path));
  }

  async read(key: string): Promise<Buffer> {
    return readFile(this.#path(key)).catch((failure: unknown) => rethrow(failure, key));
  }

  async stream(key: string, range?: ByteRange): Promise<Readable> {
    if ((await this.size(key)) === null) throw new NoSuchFile(key);
    return createReadStream(this.#path(key), range ? { start: range.start, end: range.end } : {});
  }

  async size(key: string): Promise<number | null> {
    const found = await stat(this.#path(key)).catch(() => null);
    return found?.isFile() ? found.size : null;
  }

  async list(prefix: string): Promise<readonly string[]> {
    const names = await readdir(this.#path(prefix)).catch(() => []);
    return names
      .filter((name) => !name.endsWith('.part'))
      .sort()
      .map((name) => prefix + name);
  }

  async remove(key: string): Promise<void> {
    await rm(this.#path(key), { recursive: key.endsWith('/'), force: true });
  }

  async #place(key: string, write: (path: string) => Promise<unknown>): Promise<void> {
    const path = this.#path(key);
    await mkdir(dirname(path), { recursive: true });
    const beside = `${path}.${randomUUID()}.part`;
    try {
      await write(beside);
      const file = await open(beside, 'r+');
      await file.sync().finally(() => file.close());
      await rename(beside, path);
    } catch (failure) {
      await rm(beside, { force: true });
      throw failure;
    }
  }

  #path(key: string): string {
    return join(this.#root, checkedKey(key));
  }
}

function rethrow(failure: unknown, key: string): never {
  if ((failure as { code?: string }).code === 'ENOENT') throw new NoSuchFile(key);
  throw failure;
}
