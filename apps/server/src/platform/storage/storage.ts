import type { Readable } from 'node:stream';

/** Which bytes of a file: `start` in, `end` in, as in an HTTP range. */
export interface ByteRange {
  readonly start: number;
  readonly end: number;
}

/**
 * Where media lie. Keys are relative paths of letters, digits, `.`, `_`, `-` and `/`.
 * A put is whole or not at all; reading a key that is not there throws `NoSuchFile`.
 */
export interface Storage {
  put(key: string, bytes: Uint8Array): Promise<void>;
  /**
   * Puts what is named by its own bytes, or takes over a file of this machine that is. Where it is there already it
   * counts as written now: whoever sweeps leaves it.
   */
  putOnce(key: string, content: Uint8Array | { readonly file: string }): Promise<void>;
  /** Takes over a file that lies on this machine's disk. */
  putFile(key: string, path: string): Promise<void>;
  read(key: string): Promise<Buffer>;
  stream(key: string, range?: ByteRange): Promise<Readable>;
  /** Lends a file of this machine with the same bytes, to be read only: for whatever is too large to be held. */
  lend<T>(key: string, use: (path: string) => Promise<T>): Promise<T>;
  /** The size in bytes, or null when there is no such key. */
  size(key: string): Promise<number | null>;
  /** The keys under a prefix that ends in `/`, in order. */
  list(prefix: string): Promise<readonly string[]>;
  /** Removes a key, or everything under a prefix that ends in `/`. What is not there is no error. */
  remove(key: string): Promise<void>;
  /** Every file there is, folder by folder: in memory is one folder at a time. */
  walk(): AsyncIterable<StoredFile>;
  /**
   * Removes a file that was not written since, and that nobody wants when asked after it could no longer be found: what
   * is put again meanwhile stays. Says whether it was removed.
   */
  removeUnwanted(key: string, unless: Unwanted): Promise<boolean>;
  /** Removes what was being written by processes that ended. */
  sweep(): Promise<void>;
}

export interface StoredFile {
  readonly key: string;
  readonly writtenAt: Date;
  readonly bytes: number;
}
export interface Unwanted {
  readonly writtenBefore: Date;
  readonly isWanted: () => Promise<boolean>;
}

/** Injection token of the storage. */
export const STORAGE = Symbol('storage');

export class NoSuchFile extends Error {
  constructor(readonly key: string) {
    super(`nothing is stored under ${key}`);
  }
}

/** @throws RangeError for a key that could lead outside the storage. */
export function checkedKey(key: string): string {
  if (!/^[A-Za-z0-9._-]+(\/[A-Za-z0-9._-]+)*\/?$/.test(key) || key.split('/').some((part) => /^\.+$/.test(part))) {
    throw new RangeError(`${JSON.stringify(key)} is not a storage key`);
  }
  return key;
}
