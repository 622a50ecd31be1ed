import type { ProgrammeFilm } from '../scene/index.ts';

/** Where a picture lies, by the digest of its bytes. */
export const pictureKey = (digest: string): string => `pictures/${digest.slice(0, 2)}/${digest}.webp`;
/** Where a clip lies. */
export const clipKey = (digest: string): string => `clips/${digest.slice(0, 2)}/${digest}.mp4`;

/** Where a short word that somebody spoke lies: a question, or what is said to it. */
export const voiceKey = (digest: string): string => `voices/${digest.slice(0, 2)}/${digest}.m4a`;

export type EditionFile = 'manifest.json.gz' | 'voice.webm' | 'voice.m4a' | `${ProgrammeFilm}.mp4`;
/** Where a file of an edition lies. */
export const editionKey = (id: string, name: EditionFile): string => `editions/${id}/${name}`;

/** Addresses that were given out together: each file is its signature, a stroke and its key. */
export interface GivenMedia {
  readonly base: string;
  readonly files: readonly string[];
}

/** The address of each file, by its key. */
export function addressesOf({ base, files }: GivenMedia): ReadonlyMap<string, string> {
  return new Map(files.map((file) => [file.slice(file.indexOf('/') + 1), `${base}/${file}`]));
}
