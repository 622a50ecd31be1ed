/*
 * The browser's own storage of takes (origin-private file system): a folder per take with its facts, its samples
 * and its log. Written as things happen, so that a killed browser loses nothing that was said.
 */
import type { TakeFacts } from './captureProtocol.ts';

const FOLDER = 'takes';
const FACTS = 'take.json';
const VOICE = 'voice.pcm';
const LOG = 'log.ndjson';
const FILM = 'film.parts';
const DONE = 'done';

async function takesFolder(): Promise<FileSystemDirectoryHandle> {
  const root = await navigator.storage.getDirectory();
  return root.getDirectoryHandle(FOLDER, { create: true });
}

/** A handle that writes at once; only workers can have it. */
interface SyncHandle {
  write(bytes: ArrayBufferView, options: { at: number }): number;
  flush(): void;
  close(): void;
  getSize(): number;
  truncate(size: number): void;
}
type SyncFile = FileSystemFileHandle & { createSyncAccessHandle(): Promise<SyncHandle> };

/** A file that only grows. */
class Growing {
  #at: number;
  readonly #handle: SyncHandle;
  constructor(handle: SyncHandle) {
    this.#handle = handle;
    this.#at = handle.getSize();
  }
  /** @throws DOMException QuotaExceededError when the storage is full; what was written before stays */
  append(bytes: ArrayBufferView): void {
    const written = this.#handle.write(bytes, { at: this.#at });
    if (written < bytes.byteLength) throw new DOMException('The storage is full', 'QuotaExceededError');
    this.#at += written;
  }
  flush(): void {
    this.#handle.flush();
  }
  /** Lets everything go that was written. */
  empty(): void {
    this.#handle.truncate(0);
    this.#at = 0;
  }
  close(): void {
    this.#handle.flush();
    this.#handle.close();
  }
}

/** A take being written. */
export class StoredTake {
  #hasFilm = true;

  private constructor(
    readonly voice: Growing,
    readonly log: Growing,
    private readonly film: Growing,
  ) {}

  static async begin(facts: TakeFacts): Promise<StoredTake> {
    const folder = await (await takesFolder()).getDirectoryHandle(facts.takeId, { create: true });
    const open = async (name: string) => {
      const file = (await folder.getFileHandle(name, { create: true })) as SyncFile;
      return new Growing(await file.createSyncAccessHandle());
    };
    const written = await open(FACTS);
    written.append(new TextEncoder().encode(JSON.stringify(facts)));
    written.close();
    return new StoredTake(await open(VOICE), await open(LOG), await open(FILM));
  }

  /** @throws DOMException QuotaExceededError when the storage is full */
  addFilm(bytes: ArrayBufferView): void {
    if (this.#hasFilm) this.film.append(bytes);
  }
  /** Makes room: films are no longer kept here. */
  dropFilm(): void {
    this.#hasFilm = false;
    this.film.empty();
  }

  flush(): void {
    for (const file of [this.voice, this.log, this.film]) file.flush();
  }

  close(): void {
    this.voice.close();
    this.log.close();
    this.film.close();
  }
}

async function fileIn(takeId: string, name: string): Promise<File | null> {
  try {
    const folder = await (await takesFolder()).getDirectoryHandle(takeId);
    return await (await folder.getFileHandle(name)).getFile();
  } catch {
    return null;
  }
}

/** The samples of a stored take: 16 bits, one channel, 48,000 a second, little end first. */
export const storedVoice = (takeId: string): Promise<File | null> => fileIn(takeId, VOICE);
/** The parts of its films: see filmParts.ts. */
export const storedFilm = (takeId: string): Promise<File | null> => fileIn(takeId, FILM);
export const storedLog = (takeId: string): Promise<File | null> => fileIn(takeId, LOG);

/** Notes that the server has a take whole; it goes at the next visit, so that it can still be heard in this one. */
export async function markDone(takeId: string): Promise<void> {
  const folder = await (await takesFolder()).getDirectoryHandle(takeId);
  await folder.getFileHandle(DONE, { create: true });
}

export async function removeStored(takeId: string): Promise<void> {
  await (await takesFolder()).removeEntry(takeId, { recursive: true }).catch(() => undefined);
}

/** A take that was begun here and never arrived whole. */
export interface LeftTake {
  readonly facts: TakeFacts;
  readonly seconds: number;
}

/** The takes of a person left in this browser; those that the server has are cleared away. Empty where there is no such storage. */
export async function leftTakes(personId: string | null): Promise<readonly LeftTake[]> {
  if (personId === null || !navigator.storage?.getDirectory) return [];
  const left: LeftTake[] = [];
  const folder = await takesFolder().catch(() => null);
  if (!folder) return [];
  const names: string[] = [];
  for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
  for (const takeId of names) {
    // Another tab that records holds its files open; its take is not left, and is passed over below.
    if (await fileIn(takeId, DONE)) {
      await removeStored(takeId);
      continue;
    }
    const facts = await fileIn(takeId, FACTS).then((file) => file?.text());
    const voice = await storedVoice(takeId);
    if (!facts || !voice) continue;
    const told = JSON.parse(facts) as TakeFacts;
    // What somebody else recorded here waits until they sign in.
    if (told.personId !== personId || (await isBeingRecorded(takeId))) continue;
    left.push({ facts: told, seconds: voice.size / 2 / 48_000 });
  }
  return left;
}

const lockName = (takeId: string): string => `oakbell-take-${takeId}`;

/** Holds a take for this tab until the returned release is called. */
export function holdTake(takeId: string): () => void {
  let release = () => undefined as void;
  void navigator.locks?.request(lockName(takeId), () => new Promise<void>((resolve) => (release = resolve)));
  return () => release();
}

async function isBeingRecorded(takeId: string): Promise<boolean> {
  const state = await navigator.locks?.query();
  return state?.held?.some((lock) => lock.name === lockName(takeId)) ?? false;
}
