import { openDB, type DBSchema } from 'idb';
import { personHere } from '../../shared/api/index.ts';

/** A part of a sheet that the school may not have yet. */
export interface KeptPart {
  readonly person: string;
  readonly assignment: string;
  /** The opening of the sheet that wrote it, and its number there, from 0. */
  readonly visit: string;
  readonly number: number;
  readonly events: string;
}
/** Where parts lie in this browser until they have arrived. */
export interface PartStore {
  /** Those of whoever is signed in, as they were written. */
  all(): Promise<readonly KeptPart[]>;
  keep(part: KeptPart): Promise<void>;
  forget(part: KeptPart): Promise<void>;
}

interface Sheets extends DBSchema {
  parts: { key: [string, number]; value: KeptPart & { readonly at: number } };
}

/** The storage of the browser: what was kept is there after it was closed, or ended, too. */
export function browserParts(): PartStore {
  const opened = openDB<Sheets>('oakbell.sheets', 1, {
    upgrade: (base) => void base.createObjectStore('parts', { keyPath: ['visit', 'number'] }),
  });
  return {
    async all() {
      const parts = await (await opened).getAll('parts');
      return parts.filter(({ person }) => person === personHere()).sort((a, b) => a.at - b.at || a.number - b.number);
    },
    async keep(part) {
      const transaction = (await opened).transaction('parts', 'readwrite', { durability: 'strict' });
      const there = await transaction.store.get([part.visit, part.number]);
      await transaction.store.put({ ...part, at: there?.at ?? Date.now() });
      await transaction.done;
    },
    async forget({ visit, number }) {
      await (await opened).delete('parts', [visit, number]);
    },
  };
}

/** A store that ends with the page. */
export function memoryParts(): PartStore {
  const parts = new Map<string, KeptPart>();
  const nameOf = ({ visit, number }: KeptPart) => `${visit} ${number}`;
  return {
    all: () => Promise.resolve([...parts.values()]),
    keep: (part) => Promise.resolve(void parts.set(nameOf(part), part)),
    forget: (part) => Promise.resolve(void parts.delete(nameOf(part))),
  };
}
