import type { ClassChange, KnownMember, PersonChange, TermChange } from '@oakbell/core/rosters';

/** What a roster has done, as it has to be known to take it back. */
export interface RosterUndo {
  readonly people: readonly string[];
  readonly classes: readonly string[];
  readonly terms: readonly string[];
  /** Those who were there before, in classes that were there before. */
  readonly joined: readonly KnownMember[];
  readonly left: readonly KnownMember[];
  readonly changedPeople: readonly PersonChange[];
  readonly changedClasses: readonly ClassChange[];
  readonly changedTerms: readonly TermChange[];
  readonly gone: readonly string[];
  readonly back: readonly string[];
}
/** For so long a roster can be taken back. */
export const TAKE_BACK_MS = 86_400_000;
