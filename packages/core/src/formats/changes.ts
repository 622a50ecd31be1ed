/* What browsers and server tell each other of changes: docs/formats/events.md and edit-list.md. */
import type { Edit } from '../edits/index.ts';

/** What can change under somebody's eyes. */
export const CHANGED = [
  'lesson',
  'here',
  'course',
  'class',
  'job',
  'edition',
  'hand-in',
  'sheet',
  'answers',
  'questions',
  'assignment',
  'watched',
] as const;

/** Something changed: that it did, never how. Whoever shows it asks, and rights hold. */
export interface Change {
  readonly kind: (typeof CHANGED)[number];
  readonly id: string;
  /** The lesson, hand-in or file that it belongs to, where it is not itself one. */
  readonly of?: string;
  /** Of a lesson, the revision it has now. */
  readonly revision?: number;
}

/** What is to be done to a lesson: edits in their order, or so many steps back or on. */
export type Wanted = { readonly do: readonly Edit[] } | { readonly undo: number } | { readonly redo: number };

/** One change of a lesson as its list of changes tells it. */
export interface PastChange {
  readonly revision: number;
  /** The change, without its parts. */
  readonly edit: Edit;
  /** How long the lesson was before it, in microseconds. */
  readonly lengthBefore: number;
  /** Who did it; null for whoever asks. */
  readonly by: string | null;
}
