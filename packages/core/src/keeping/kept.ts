/*
 * What a learner keeps on a device, for when there is no network: where each thing lies in the browser's own store, and
 * which of it answers a request that cannot be answered otherwise. One learner's at a time; see docs/formats/kept.md.
 */

/** The name of the store. */
export const KEPT = 'oakbell-kept';
/** So long after it was last told that it may be, it is kept, in ms: two weeks. */
export const LONGEST_KEPT_MS = 14 * 86_400_000;
/** Bears, on an answer that was kept, since when it is: ms since 1970. */
export const KEPT_HEADER = 'x-oakbell-kept';
/** Until when an answer may be given, in ms since 1970. */
export const UNTIL_HEADER = 'x-oakbell-until';
/** What the application is made of as far as learners need it, as the build lists it: a JSON list of paths. */
export const SHELL_LIST = '/kept.json';
/** The service worker that answers where nobody else does. */
export const KEPT_WORKER = '/sw.js';
/** The page of the application. */
export const KEPT_PAGE = '/kept/page';

const WORKS = '/kept/works/';
const FILES = '/kept/files/';
const ANSWERS = '/kept/answers';
export const keptWork = (assignmentId: string): string => WORKS + assignmentId;
export const isKeptWork = (path: string): boolean => path.startsWith(WORKS);
/** @param key the file's in the school's storage */
export const keptFile = (key: string): string => FILES + key;
export const isKeptFile = (path: string): boolean => path.startsWith(FILES);
/** @param path of the request that it answers */
export const keptAnswer = (path: string): string => ANSWERS + path;

/** A piece of work whose lessons are kept. */
export interface KeptWork {
  readonly assignmentId: string;
  readonly title: string;
  /** Its editions, in the order of its lessons. */
  readonly editions: readonly string[];
  /** Where its files lie in the store. */
  readonly files: readonly string[];
  readonly bytes: number;
  /** When all of it was there, in ms since 1970. */
  readonly keptAt: number;
}

/**
 * How a request is answered. `first`: from the store where it is there, for it never changes. `instead`: by the server,
 * and from the store where nobody answers. Null: it is not ours.
 */
export type Way = { readonly from: 'first' | 'instead'; readonly path: string } | null;

const UUID = '[\\da-f]{8}(?:-[\\da-f]{4}){3}-[\\da-f]{12}';
const ANSWERED = new RegExp(`^/api/(?:session|desk|desk/${UUID}|editions/${UUID})$`);
const MEDIA = /^\/api\/media\/[^/]+\/[^/]+\/(.+)$/;

/** @param path of a GET request, without its query @param isPage whether a page of the application is gone to */
export function wayOf(path: string, isPage: boolean): Way {
  const [, key] = MEDIA.exec(path) ?? [];
  if (key !== undefined) return { from: 'first', path: keptFile(key) };
  if (path.startsWith('/assets/') || path === '/mark.svg') return { from: 'first', path };
  if (ANSWERED.test(path)) return { from: 'instead', path: keptAnswer(path) };
  // Pages that stand in frames have rules of their own; what the server has to say is never a page.
  if (isPage && !/^\/(?:api|health|frame)(?:\/|$)/.test(path)) return { from: 'instead', path: KEPT_PAGE };
  return null;
}

/** The files that are needed by nothing that is still kept. @param files where they lie */
export function leftOver(files: readonly string[], works: readonly Pick<KeptWork, 'files'>[]): readonly string[] {
  const needed = new Set(works.flatMap((work) => work.files));
  return files.filter((file) => !needed.has(file));
}
