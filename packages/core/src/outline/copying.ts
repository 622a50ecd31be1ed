import { dayMover, type Move } from './moving.ts';
import type { Day } from './outline.ts';

/** What is copied into another class, as it stands in its own. */
export interface ToCopy {
  readonly id: string;
  /** The day it is for. */
  readonly day: Day | null;
  /** The day on which it is due. */
  readonly dueDay: Day;
  /** All of the class have it. */
  readonly forAll: boolean;
  /** All its lessons can be given by whoever copies, and were published. */
  readonly usable: boolean;
}
/** Where it would come. */
export interface CopyInto {
  readonly move: Move;
  /** The last day of the term; null where the class is in none. */
  readonly last: Day | null;
  readonly today: Day;
}
/**
 * What is to be looked at: its lessons cannot be given; it would be due on a day that has passed; no such day is found;
 * it would be due after the term; only some had it, and now all would.
 */
export const COPY_NOTES = ['not-usable', 'past', 'no-day', 'after-term', 'was-for-some'] as const;
export type CopyNote = (typeof COPY_NOTES)[number];

export interface PlannedCopy {
  readonly id: string;
  readonly day: Day | null;
  /** Null where no such day is found. */
  readonly dueDay: Day | null;
  readonly notes: readonly CopyNote[];
  /** It can be copied at all. */
  readonly can: boolean;
  /** It is copied unless somebody says otherwise. */
  readonly usual: boolean;
}

const NEVER: readonly CopyNote[] = ['not-usable', 'past', 'no-day'];

/** What copying would make of each, in their order. */
export function plannedCopies(all: readonly ToCopy[], { move, last, today }: CopyInto): readonly PlannedCopy[] {
  const moved = dayMover(move);
  return all.map(({ id, day, dueDay, forAll, usable }) => {
    const due = moved(dueDay);
    const notes: CopyNote[] = [];
    if (!usable) notes.push('not-usable');
    if (due === null) notes.push('no-day');
    else if (due < today) notes.push('past');
    else if (last !== null && due > last) notes.push('after-term');
    if (!forAll) notes.push('was-for-some');
    return {
      id,
      day: day === null ? null : moved(day),
      dueDay: due,
      notes,
      can: !notes.some((note) => NEVER.includes(note)),
      usual: notes.length === 0 || (notes.length === 1 && notes[0] === 'after-term'),
    };
  });
}
