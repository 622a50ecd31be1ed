import type { Cue } from '../captions/index.ts';
import { fromFirstVersion, type EditList } from '../edits/index.ts';
import { BLANK, readBackdrop, type Page } from '../pages/index.ts';
import type { ProgrammeFilm } from '../scene/index.ts';
import { versionFault, type Unreadable } from './version.ts';

const NAME = 'oakbell.edition';
/** The version of a manifest that this code writes; 2 holds an edit list of version 2. */
export const MANIFEST_VERSION = 2;

/**
 * What a player needs to draw an edition (docs/formats/edition.md), and no more than the edition shows: no page that is
 * never up, nothing that was cut away, rubbed out or removed, no cues. It never changes once made.
 */
export interface Manifest {
  readonly edition: typeof NAME;
  readonly version: typeof MANIFEST_VERSION;
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly kind: string;
  /** Programme length in microseconds. */
  readonly length: number;
  readonly pages: readonly ManifestPage[];
  readonly edits: EditList;
  readonly takes: readonly ManifestTake[];
  /** The programme films there are; none without a camera, a live window or a moving clip. */
  readonly films: readonly ProgrammeFilm[];
  /** What stands under the pages while it is said, in rising time; none where nobody typed it. */
  readonly captions: readonly Cue[];
  /** Ten peaks a second of the programme voice, one byte each, in base 64. */
  readonly peaks: string;
}
export type ManifestPage = Page & { readonly small?: string };
export interface ManifestTake {
  readonly id: string;
  /** What of its log is seen, as text; the ink of earlier takes is written in. */
  readonly log: string;
  /** None: kept for players that ask for it. */
  readonly earlier: readonly string[];
}

/** A manifest with its header. */
export const manifestOf = (what: Omit<Manifest, 'edition' | 'version'>): Manifest => ({
  edition: NAME,
  version: MANIFEST_VERSION,
  ...what,
});

/** What editions of before there was such a thing do not have. */
type Later = 'films' | 'captions';

/** Reads a manifest, also one of version 1, of before there were films or boards had many backdrops. */
export function readManifest(value: unknown): Manifest | Unreadable {
  const { edition, version } = (value ?? {}) as Partial<Record<keyof Manifest, unknown>>;
  if (edition !== NAME) return 'foreign';
  const fault = versionFault(version, MANIFEST_VERSION);
  if (fault) return fault;
  const manifest = value as Omit<Manifest, Later> & Partial<Pick<Manifest, Later>>;
  const edits = fromFirstVersion(manifest.edits) as EditList;
  return {
    films: [],
    captions: [],
    ...manifest,
    version: MANIFEST_VERSION,
    edits,
    pages: manifest.pages.map(readPage),
  };
}

const readPage = (page: ManifestPage): ManifestPage =>
  page.kind === 'board' ? { ...page, backdrop: readBackdrop(page.backdrop) ?? BLANK } : page;
