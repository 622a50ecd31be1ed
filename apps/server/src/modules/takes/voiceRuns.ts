import { LONGEST_TAKE, PACKET_FRAMES, VOICE_RATE, type VoicePart, type VoiceRun } from '@oakbell/core/formats';

/** A run begins where the one before it ended, or so many frames later at most: a minute may have been lost. */
const LONGEST_HOLE = 60 * VOICE_RATE;

/** What is kept of a part beside its bytes: enough to know how a voice lies in its take. */
export type VoiceFacts = VoiceRun & { readonly packets: number };
export const factsOf = ({ run, startFrame, preSkip, packets }: VoicePart): VoiceFacts => ({
  run,
  startFrame,
  preSkip,
  packets: packets.length,
});

/** One encoder's unbroken work: what its parts say, and their numbers in order. */
export interface Run {
  readonly startFrame: number;
  readonly preSkip: number;
  readonly packets: number;
  readonly parts: readonly number[];
}

/** Joins parts, in order, into runs. */
export function runsOf(parts: readonly (VoiceFacts & { readonly number: number })[]): readonly Run[] {
  const runs = new Map<number, { startFrame: number; preSkip: number; packets: number; parts: number[] }>();
  for (const { number, run: name, startFrame, preSkip, packets } of parts) {
    const run = runs.get(name) ?? { startFrame, preSkip, packets: 0, parts: [] };
    run.packets += packets;
    run.parts.push(number);
    runs.set(name, run);
  }
  return [...runs.values()].sort((a, b) => a.startFrame - b.startFrame);
}

/** The frame of the take up to which a run can be decoded. */
export const runEnd = (run: Omit<Run, 'parts'>): number =>
  run.startFrame + Math.max(0, run.packets * PACKET_FRAMES - run.preSkip);

/**
 * The runs, in order, up to the first that begins long after anything was heard, or beyond the longest take: where a
 * run claims to begin is a number that a browser wrote down.
 */
export function believableRuns(runs: readonly Run[]): readonly Run[] {
  let end = 0;
  const last = runs.findIndex((run) => {
    const isFar = run.startFrame > end + LONGEST_HOLE || runEnd(run) > LONGEST_TAKE;
    end = Math.max(end, runEnd(run));
    return isFar;
  });
  return last < 0 ? runs : runs.slice(0, last);
}
