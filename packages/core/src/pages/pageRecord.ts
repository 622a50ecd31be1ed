import { BLANK, type Backdrop } from './backdrop.ts';
import type { Page } from './page.ts';
import type { Thing } from './placed.ts';

/** A page as it is kept and sent: one shape for every kind. */
export interface PageRecord {
  readonly id: string;
  readonly kind: 'slide' | 'board' | 'document' | 'window' | 'clip';
  /** Page units. */
  readonly height: number;
  readonly picture: string | null;
  readonly backdrop: Backdrop | null;
  readonly things: readonly Thing[];
  readonly clip: { readonly clip: string; readonly lengthMs: number; readonly moving: boolean } | null;
}

/** The page that a record is of. One that lacks what its kind needs is a blank board. */
export function pageOf({ id, kind, height, picture, backdrop, things: placed, clip }: PageRecord): Page {
  const things = placed.length > 0 ? { things: placed } : {};
  if (kind === 'window') return { id, kind, height, ...things };
  if (kind === 'clip' && clip && picture) return { id, kind, height, ...clip, poster: picture, ...things };
  if (kind === 'board' || kind === 'clip' || picture === null)
    return { id, kind: 'board', height, backdrop: backdrop ?? BLANK, ...things };
  return { id, kind, height, picture, ...things };
}
