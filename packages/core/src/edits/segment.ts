import type { Micros, TimeRange } from '../clock/index.ts';

/**
 * What is heard of a segment when it is not its own voice. `room`: the tone of its take's room. `silent`: nothing.
 * `over`: the voice of another take, spoken over it: heard at its own pace, at `shift` plus the take time divided by
 * the segment's speed.
 */
export type SegmentSound =
  | { readonly kind: 'room' }
  | { readonly kind: 'silent' }
  | { readonly kind: 'over'; readonly takeId: string; readonly shift: Micros };

export const CARD_GROUNDS = ['paper', 'slate', 'oak', 'leaf'] as const;
/** A page of words that belongs to no take: a title, or the head of a part. */
export interface Card {
  readonly title: string;
  /** Smaller, under the title; may be empty. */
  readonly line: string;
  readonly ground: (typeof CARD_GROUNDS)[number];
}

/** A stretch of one take, in take time. Its id stays the same through trims. */
export interface Segment extends TimeRange {
  readonly id: string;
  /** Of a card, a name of its own: what a learner saw of it is counted like that of a take. */
  readonly takeId: string;
  /** How many times as fast as it was recorded, 1…8; 1 when left out. */
  readonly speed?: number;
  /** Its own voice when left out. */
  readonly sound?: SegmentSound;
  readonly card?: Card;
}

export const MOST_SPEED = 8;
export const speedOf = ({ speed = 1 }: Segment): number => speed;

/** How long a segment plays: at least a microsecond. */
export const playedLength = (segment: Segment): Micros => Math.max(1, playedOf(segment, segment.end)) as Micros;

/** How long after the start of a segment a moment of its take is played. */
export const playedOf = (segment: Segment, takeTime: number): Micros =>
  Math.round((takeTime - segment.start) / speedOf(segment)) as Micros;

/** The take time that is played `into` a segment, held to its ends. */
export const takeTimeIn = (segment: Segment, into: number): Micros =>
  Math.max(segment.start, Math.min(segment.end, segment.start + Math.round(into * speedOf(segment)))) as Micros;

/** The time of the voice that is spoken over a segment, `into` it. */
export const overTime = (segment: Segment, shift: Micros, into: number): Micros =>
  Math.round(shift + segment.start / speedOf(segment) + into) as Micros;

/** Whether two segments are played alike, so that they could be one. */
export const isPlayedAlike = (a: Segment, b: Segment): boolean =>
  a.takeId === b.takeId && speedOf(a) === speedOf(b) && JSON.stringify(a.sound) === JSON.stringify(b.sound);

/** Whether a segment is as it was recorded. */
export const isPlain = ({ speed, sound, card }: Segment): boolean => (speed ?? 1) === 1 && !sound && !card;

/** The takes a segment needs: none for a card. */
export function takesOf({ takeId, sound, card }: Segment): readonly string[] {
  if (card) return [];
  return sound?.kind === 'over' ? [takeId, sound.takeId] : [takeId];
}
