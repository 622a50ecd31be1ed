import { isCard, overTime, speedOf, type Programme, type Segment } from '@oakbell/core/edits';
import { micros, toSeconds } from '@oakbell/core/clock';

/** Where a segment's sound is: a file, and the time in it at which the segment starts. Null where nothing is heard. */
export interface SegmentVoice {
  readonly takeId: string;
  /** Seconds. */
  readonly from: number;
}

export function voiceOf(segment: Segment): SegmentVoice | null {
  if (isCard(segment)) return null;
  const { sound, takeId, start } = segment;
  if (sound?.kind === 'over') return { takeId: sound.takeId, from: toSeconds(overTime(segment, sound.shift, 0)) };
  if (sound || speedOf(segment) !== 1) return null;
  return { takeId, from: toSeconds(start) };
}

/** A file is opened twice where the programme leaps within it: while one plays, the other stands ready. */
const MOST_AT_ONCE = 2;

/** The media elements of a programme's sound. */
export class Sounds {
  readonly #elements = new Map<string, readonly HTMLAudioElement[]>();
  readonly #make: (takeId: string) => HTMLAudioElement;

  constructor(make: (takeId: string) => HTMLAudioElement) {
    this.#make = make;
  }
  /** Has the elements that a programme needs; those that are there stay, with what they have loaded. */
  fit({ segments }: Programme): void {
    const leaps = new Map<string, number>();
    for (const segment of segments) {
      const id = voiceOf(segment)?.takeId;
      if (id !== undefined) leaps.set(id, (leaps.get(id) ?? 0) + 1);
    }
    for (const [id, count] of leaps) {
      const there = this.#elements.get(id) ?? [];
      const missing = Math.min(MOST_AT_ONCE, count) - there.length;
      if (missing > 0) this.#elements.set(id, [...there, ...Array.from({ length: missing }, () => this.#make(id))]);
    }
  }
  get all(): readonly HTMLAudioElement[] {
    return [...this.#elements.values()].flat();
  }
  /** An element of a take's sound: another one than `busy` where there is one. */
  of(takeId: string, busy: HTMLAudioElement | null = null): HTMLAudioElement | null {
    const own = this.#elements.get(takeId) ?? [];
    return own.find((one) => one !== busy) ?? own[0] ?? null;
  }
}

/** Whether the sound of one segment simply goes on in the next. */
export function goesOn(programme: Programme, index: number): boolean {
  const [a, b] = [programme.segments[index], programme.segments[index + 1]];
  const [before, after] = [a && voiceOf(a), b && voiceOf(b)];
  if (!before || !after || before.takeId !== after.takeId) return false;
  const length = toSeconds(micros(programme.starts[index + 1]! - programme.starts[index]!));
  return Math.abs(before.from + length - after.from) < 1e-4;
}
