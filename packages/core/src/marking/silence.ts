import { fromMillis, ZERO, type TimeRange } from '../clock/index.ts';
import { cutStretches, heardStretches, shortened, type Edit, type EditList, type NewId } from '../edits/index.ts';

/** Whoever reads says nothing for so long; a shorter rest is a breath. */
const READING = fromMillis(2500);
/** What is left of it. */
const LEFT = fromMillis(600);

/** What is known of a take: where nothing is said, and where something is written meanwhile, in take time. */
export interface KnownSilence {
  readonly quiet: readonly TimeRange[];
  readonly silentWriting: readonly TimeRange[];
}

/**
 * The edit that leaves out where a teacher only reads: nothing is said and nothing is written for two and a half seconds
 * or more. Null where that is nowhere.
 * @param ofTake what is known of each take; nothing of a take is left out where it is not known
 */
export function silenceOut(
  edits: EditList,
  ofTake: (takeId: string) => KnownSilence | undefined,
  newId: NewId,
): Edit | null {
  const written = heardStretches(edits, (id) => [...(ofTake(id)?.silentWriting ?? [])], ZERO);
  const silent = heardStretches(edits, (id) => [...(ofTake(id)?.quiet ?? [])], READING).filter(
    (one) => !written.some((other) => other.start < one.end && one.start < other.end),
  );
  const cuts = silent.flatMap((one) => shortened(one, LEFT) ?? []);
  return cuts.length === 0 ? null : cutStretches(edits, cuts, newId, 'shorten');
}
