import { present } from '@oakbell/core/present';
/* The origin-private file system in memory: what the take store needs of it, for tests. */

export interface MemoryDisk {
  readonly storage: { getDirectory(): Promise<unknown> };
  put(path: string, bytes: Uint8Array): void;
  /** Bytes, or null where there is no such file. */
  size(path: string): number | null;
  text(path: string): string;
}

/** @param room bytes that fit; more is refused as a full storage refuses it */
export function memoryDisk(room = Infinity): MemoryDisk {
  const files = new Map<string, Uint8Array>();
  const used = () => [...files.values()].reduce((sum, bytes) => sum + bytes.length, 0);
  const missing = () => new DOMException('not there', 'NotFoundError');

  const file = (path: string) => ({
    getFile: () => Promise.resolve(new File([present(files.get(path)).slice() as Uint8Array<ArrayBuffer>], path)),
    createSyncAccessHandle: () =>
      Promise.resolve({
        write(bytes: Uint8Array | Int16Array, { at }: { at: number }) {
          const raw = new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength);
          if (used() + raw.length > room) throw new DOMException('full', 'QuotaExceededError');
          const before = present(files.get(path));
          const grown = new Uint8Array(Math.max(before.length, at + raw.length));
          grown.set(before);
          grown.set(raw, at);
          files.set(path, grown);
          return raw.length;
        },
        truncate: (size: number) => void files.set(path, present(files.get(path)).slice(0, size)),
        flush() {},
        close() {},
        getSize: () => present(files.get(path)).length,
      }),
  });
  const folder = (path: string): object => ({
    getDirectoryHandle: (name: string, { create = false } = {}) => {
      const inner = `${path}${name}/`;
      if (!create && ![...files.keys()].some((key) => key.startsWith(inner))) return Promise.reject(missing());
      return Promise.resolve(folder(inner));
    },
    getFileHandle: (name: string, { create = false } = {}) => {
      const key = path + name;
      if (!files.has(key) && !create) return Promise.reject(missing());
      if (!files.has(key)) files.set(key, new Uint8Array());
      return Promise.resolve(file(key));
    },
    removeEntry: (name: string) => {
      for (const key of [...files.keys()])
        if (key === path + name || key.startsWith(`${path}${name}/`)) files.delete(key);
      return Promise.resolve();
    },
    async *keys() {
      const names = [...files.keys()]
        .filter((key) => key.startsWith(path))
        .map((key) => key.slice(path.length).split('/')[0]!);
      yield* new Set(names);
    },
  });
  return {
    storage: { getDirectory: () => Promise.resolve(folder('')) },
    put: (path, bytes) => void files.set(path, bytes),
    size: (path) => files.get(path)?.length ?? null,
    text: (path) => new TextDecoder().decode(files.get(path)),
  };
}
