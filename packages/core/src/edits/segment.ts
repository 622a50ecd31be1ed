import { micros, type Micros, type TimeRange } from '../clock/index.ts';

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
  /** A name of its own, the same in all its parts: what a learner saw of it is counted under it. */
  readonly id: string;
  readonly title: string;
  /** Smaller, under the title; may be empty. */
  readonly line: string;
  readonly ground: (typeof CARD_GROUNDS)[number];
}

interface Part extends TimeRange {
  /** Stays the same through trims. */
  readonly id: string;
}
/** A stretch of one take, in take time. */
export interface TakeSegment extends Part {
  readonly takeId: string;
  /** How many times as fast as it was recorded, 1…8; 1 when left out. */
  readonly speed?: number;
  /** Its own voice when left out. */
  readonly sound?: SegmentSound;
}
/** A card that stands for a while; its time begins with it. */
export interface CardSegment extends Part {
  readonly card: Card;
}
export type Segment = TakeSegment | CardSegment;

export const isCard = (segment: Segment): segment is CardSegment => 'card' in segment;
export const isTake = (segment: Segment): segment is TakeSegment => !isCard(segment);
/** What a segment is a stretch of, by its name: a take, or the card itself. Coverage and places are kept by it. */
export const sourceOf = (segment: Segment): string => (isCard(segment) ? segment.card.id : segment.takeId);

export const MOST_SPEED = 8;
/** A card has a pace of 1. */
export const speedOf = (segment: Segment): number => (isCard(segment) ? 1 : (segment.speed ?? 1));
/** What is heard in place of a segment's own voice; a card is silent. */
export const soundOf = (segment: Segment): SegmentSound | undefined =>
  isCard(segment) ? { kind: 'silent' } : segment.sound;

/** How long a segment plays: at least a microsecond. */
export const playedLength = (segment: Segment): Micros => micros(Math.max(1, playedOf(segment, segment.end)));

/** How long after the start of a segment a moment of its take is played. */
export const playedOf = (segment: Segment, takeTime: number): Micros =>
  micros((takeTime - segment.start) / speedOf(segment));

/** The take time that is played `into` a segment, held to its ends. */
export const takeTimeIn = (segment: Segment, into: number): Micros =>
  micros(Math.max(segment.start, Math.min(segment.end, segment.start + Math.round(into * speedOf(segment)))));

/** The time of the voice that is spoken over a segment, `into` it. */
export const overTime = (segment: Segment, shift: Micros, into: number): Micros =>
  micros(shift + segment.start / speedOf(segment) + into);

/** Whether two segments are played alike, so that they could be one. */
export const isPlayedAlike = (a: Segment, b: Segment): boolean =>
  isCard(a) === isCard(b) &&
  sourceOf(a) === sourceOf(b) &&
  speedOf(a) === speedOf(b) &&
  JSON.stringify(soundOf(a)) === JSON.stringify(soundOf(b));

/** Whether a segment is a take as it was recorded. */
export const isPlain = (segment: Segment): segment is TakeSegment =>
  isTake(segment) && speedOf(segment) === 1 && !segment.sound;

/** How far each take is played at all, in its own time; in the order in which they are first played. */
export function playedUpTo(segments: readonly Segment[]): ReadonlyMap<string, Micros> {
  const ends = new Map<string, Micros>();
  for (const segment of segments) {
    if (isCard(segment)) continue;
    const before = ends.get(segment.takeId);
    if (before === undefined || segment.end > before) ends.set(segment.takeId, segment.end);
  }
  return ends;
}

/** The takes a segment needs: none for a card. */
export function takesOf(segment: Segment): readonly string[] {
  if (isCard(segment)) return [];
  const { takeId, sound } = segment;
  return sound?.kind === 'over' ? [takeId, sound.takeId] : [takeId];
}
