/**
 * What a browser keeps for us, by name. Where it keeps nothing (its disk is full, or it lets a frame of another page keep
 * nothing) everything stays until the page is left.
 */
export class Shelf {
  readonly #here = new Map<string, string>();
  readonly #storage: () => Storage;

  /** @param storage asked for anew each time: a browser may refuse even to name it */
  constructor(storage: () => Storage) {
    this.#storage = storage;
  }

  /** Null for what is not there. */
  read(name: string): string | null {
    return this.#here.get(name) ?? this.#try((storage) => storage.getItem(name), null);
  }

  /** What was written as JSON; null for what is not there, or cannot be read. */
  readJson(name: string): unknown {
    try {
      return JSON.parse(this.read(name) ?? 'null') as unknown;
    } catch {
      return null;
    }
  }

  /** Whether it will still be there once the page is left. */
  write(name: string, text: string): boolean {
    const kept = this.#try((storage) => {
      storage.setItem(name, text);
      return true;
    }, false);
    if (kept) this.#here.delete(name);
    else this.#here.set(name, text);
    return kept;
  }

  remove(name: string): void {
    this.#here.delete(name);
    this.#try((storage) => storage.removeItem(name), undefined);
  }

  names(): readonly string[] {
    const kept = this.#try(
      (storage) => Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? ''),
      [] as string[],
    );
    return [...new Set([...kept, ...this.#here.keys()])];
  }

  #try<T>(look: (storage: Storage) => T, otherwise: T): T {
    try {
      return look(this.#storage());
    } catch {
      return otherwise;
    }
  }
}

/** Shared by all tabs, for as long as the browser keeps it. */
export const browserShelf = new Shelf(() => localStorage);
/** Of this tab, until it is closed. */
export const tabShelf = new Shelf(() => sessionStorage);
