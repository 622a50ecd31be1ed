import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { copyFile, mkdir, open, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { dirname, join, relative, sep } from 'node:path';
import type { Readable } from 'node:stream';
import { checkedKey, NoSuchFile, type ByteRange, type Storage, type StoredFile, type Unwanted } from './storage.ts';

/** How bytes come to lie at a path: handed in, so that a disk that is full can be tried. */
export interface Disk {
  readonly writeFile: (path: string, bytes: Uint8Array) => Promise<void>;
  readonly copyFile: (from: string, to: string) => Promise<void>;
}

/** What is being written, and what is being taken away, lies here meanwhile. No key begins like this. */
const ASIDE = '.aside';
/** What lies there for so long was left behind by a process that ended. */
const LEFT_MS = 3_600_000;

/**
 * Media in a folder. A file is written aside, flushed, moved to its place, and the place is flushed too: it is there
 * whole and stays there, or it never was.
 */
export class FolderStorage implements Storage {
  readonly #root: string;
  readonly #disk: Disk;

  constructor(root: string, disk: Disk = { writeFile, copyFile }) {
    this.#root = root;
    this.#disk = disk;
  }

  async put(key: string, bytes: Uint8Array): Promise<void> {
    await this.#place(key, (path) => this.#disk.writeFile(path, bytes));
  }

  async putFile(key: string, source: string): Promise<void> {
    await this.#place(key, (path) => this.#disk.copyFile(source, path));
  }

  async putOnce(key: string, content: Uint8Array | { readonly file: string }): Promise<void> {
    const now = new Date();
    await utimes(this.#path(key), now, now).catch((failure: unknown) => {
      if (!isMissing(failure)) throw failure;
      return 'file' in content ? this.putFile(key, content.file) : this.put(key, content);
    });
  }

  async read(key: string): Promise<Buffer> {
    return readFile(this.#path(key)).catch((failure: unknown) => rethrow(failure, key));
  }

  async lend<T>(key: string, use: (path: string) => Promise<T>): Promise<T> {
    if ((await this.size(key)) === null) throw new NoSuchFile(key);
    return use(this.#path(key));
  }

  async stream(key: string, range?: ByteRange): Promise<Readable> {
    if ((await this.size(key)) === null) throw new NoSuchFile(key);
    return createReadStream(this.#path(key), range ? { start: range.start, end: range.end } : {});
  }

  async size(key: string): Promise<number | null> {
    const found = await stat(this.#path(key)).catch(nullWhereMissing);
    return found?.isFile() ? found.size : null;
  }

  async list(prefix: string): Promise<readonly string[]> {
    const names = (await readdir(this.#path(prefix)).catch(nullWhereMissing)) ?? [];
    return names.sort().map((name) => prefix + name);
  }

  async *walk(): AsyncGenerator<StoredFile> {
    yield* this.#walkFolder(this.#root);
  }

  async remove(key: string): Promise<void> {
    await rm(this.#path(key), { recursive: key.endsWith('/'), force: true });
  }

  async removeUnwanted(key: string, { writtenBefore, isWanted }: Unwanted): Promise<boolean> {
    const aside = await this.#aside();
    const moved = await rename(this.#path(key), aside).catch(nullWhereMissing);
    if (moved === null) return false;
    // It cannot be found now: whoever puts it again writes it anew, and whoever named it before is asked.
    if ((await stat(aside)).mtime >= writtenBefore || (await isWanted())) {
      if ((await this.size(key)) === null) await rename(aside, this.#path(key));
      else await rm(aside, { force: true });
      return false;
    }
    await rm(aside, { force: true });
    return true;
  }

  async sweep(): Promise<void> {
    const folder = join(this.#root, ASIDE);
    for (const name of (await readdir(folder).catch(nullWhereMissing)) ?? []) {
      const found = await stat(join(folder, name)).catch(nullWhereMissing);
      if (found && Date.now() - found.mtimeMs > LEFT_MS) await rm(join(folder, name), { force: true });
    }
  }

  async #aside(): Promise<string> {
    await mkdir(join(this.#root, ASIDE), { recursive: true });
    return join(this.#root, ASIDE, randomUUID());
  }

  async #place(key: string, write: (path: string) => Promise<unknown>): Promise<void> {
    const path = this.#path(key);
    const aside = await this.#aside();
    try {
      await write(aside);
      await flush(aside, 'r+');
      const made = await mkdir(dirname(path), { recursive: true });
      await rename(aside, path);
      await flush(dirname(path), 'r');
      // Folders that were made on the way have to stay too.
      for (let folder = dirname(path); made && folder.length >= made.length; folder = dirname(folder))
        await flush(dirname(folder), 'r');
    } catch (failure) {
      await rm(aside, { force: true });
      throw failure;
    }
  }

  async *#walkFolder(folder: string): AsyncGenerator<StoredFile> {
    const entries = (await readdir(folder, { withFileTypes: true }).catch(nullWhereMissing)) ?? [];
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const path = join(folder, entry.name);
      if (entry.name === ASIDE) continue;
      if (entry.isDirectory()) yield* this.#walkFolder(path);
      else {
        const found = await stat(path).catch(nullWhereMissing);
        const key = relative(this.#root, path).split(sep).join('/');
        if (found) yield { key, writtenAt: found.mtime, bytes: found.size };
      }
    }
  }

  #path(key: string): string {
    return join(this.#root, checkedKey(key));
  }
}

async function flush(path: string, how: 'r' | 'r+'): Promise<void> {
  const file = await open(path, how);
  await file.sync().finally(() => file.close());
}

const isMissing = (failure: unknown): boolean =>
  ['ENOENT', 'ENOTDIR'].includes((failure as { code?: string }).code ?? '');
/** Only what is not there is nothing: any other failure is one. */
function nullWhereMissing(failure: unknown): null {
  if (isMissing(failure)) return null;
  throw failure;
}

function rethrow(failure: unknown, key: string): never {
  if (isMissing(failure)) throw new NoSuchFile(key);
  throw failure;
}
