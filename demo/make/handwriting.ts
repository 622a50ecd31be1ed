import { micros } from '@oakbell/core/clock';
import type { Pen, TakeEvent } from '@oakbell/core/log';

/*
 * Letters as a hand would draw them: each is a few strokes on a grid four wide and six high, y downwards. The pen
 * shakes a little, presses harder in the middle of a stroke and needs time for its way.
 */
const GLYPHS: Readonly<Record<string, string>> = {
  A: '0,6 2,0 4,6;1,4 3,4',
  B: '0,0 0,6 2.6,6 3.6,5 3.4,3.6 2.4,3 0,3;0,0 2.4,0 3.2,1 3.1,2.2 2.4,3',
  C: '3.6,1 2.4,0 1,0.4 0.2,2 0.2,4 1,5.6 2.4,6 3.6,5',
  D: '0,0 0,6 2,6 3.4,4.6 3.6,3 3.2,1.4 2,0 0,0',
  E: '3.4,0 0,0 0,6 3.4,6;0,3 2.6,3',
  F: '3.4,0 0,0 0,6;0,3 2.6,3',
  G: '3.6,1 2.4,0 1,0.4 0.2,2 0.2,4 1,5.6 2.4,6 3.6,5 3.6,3.4 2.2,3.4',
  H: '0,0 0,6;3.4,0 3.4,6;0,3 3.4,3',
  I: '1,0 1,6',
  J: '2.6,0 2.6,4.8 1.6,6 0.4,5.4',
  K: '0,0 0,6;3.2,0 0,3.4 3.4,6',
  L: '0,0 0,6 3.2,6',
  M: '0,6 0.4,0 2,4 3.6,0 4,6',
  N: '0,6 0,0 3.4,6 3.4,0',
  O: '1.8,0 0.6,0.8 0,3 0.6,5.2 1.8,6 3,5.2 3.6,3 3,0.8 1.8,0',
  P: '0,6 0,0 2.6,0 3.4,1.4 2.6,3 0,3',
  Q: '1.8,0 0.6,0.8 0,3 0.6,5.2 1.8,6 3,5.2 3.6,3 3,0.8 1.8,0;2.4,4.6 3.8,6.4',
  R: '0,6 0,0 2.6,0 3.4,1.4 2.6,3 0,3;1.6,3 3.4,6',
  S: '3.4,0.8 2,0 0.6,0.8 0.6,2.2 2,3 3.2,3.8 3.2,5.2 1.8,6 0.2,5.2',
  T: '0,0 3.8,0;1.9,0 1.9,6',
  U: '0,0 0,4.6 1,6 2.6,6 3.6,4.6 3.6,0',
  V: '0,0 1.8,6 3.6,0',
  W: '0,0 1,6 2,2 3,6 4,0',
  X: '0,0 3.4,6;3.4,0 0,6',
  Y: '0,0 1.8,3 3.6,0;1.8,3 1.6,6',
  Z: '0,0 3.4,0 0,6 3.4,6',
  0: '1.6,0 0.4,1.2 0.2,3 0.4,4.8 1.6,6 2.8,4.8 3,3 2.8,1.2 1.6,0',
  1: '0.4,1.4 1.6,0 1.6,6',
  2: '0.2,1.4 1.2,0.1 2.6,0.4 2.8,1.8 0.2,6 3.2,6',
  3: '0.2,0.6 1.8,0 3,1 2.6,2.4 1.4,2.9 2.8,3.6 3,5 1.8,6 0.2,5.4',
  4: '2.4,6 2.4,0 0,4.2 3.4,4.2',
  5: '3,0 0.6,0 0.4,2.6 2,2.3 3.1,3.4 2.8,5.2 1.4,6 0.1,5.3',
  6: '2.8,0.3 1,1.4 0.2,3.8 0.8,5.6 2,6 3,5 2.8,3.6 1.6,3.1 0.4,4',
  7: '0,0 3.2,0 1.2,6',
  8: '1.6,2.8 0.4,1.8 0.6,0.4 1.8,0 2.8,0.7 2.6,2 1.6,2.8 0.2,4 0.4,5.5 1.7,6 3,5.3 2.9,3.9 1.6,2.8',
  9: '2.9,2 1.8,3.1 0.5,2.5 0.4,0.9 1.6,0 2.8,0.6 2.9,2 2.6,4.6 1.2,6',
  '?': '0.2,1 1.4,0 2.8,0.8 2.6,2.2 1.5,3.2 1.5,4.2;1.5,5.6 1.6,5.9',
  '.': '0.6,5.7 0.9,5.9',
  ',': '0.8,5.5 0.4,6.6',
  ':': '0.6,2 0.9,2.2;0.6,5 0.9,5.2',
  '-': '0.2,3.2 2.6,3.1',
  '+': '0.2,3.2 3,3.2;1.6,1.8 1.6,4.6',
  '=': '0.2,2.4 3,2.3;0.2,4 3,3.9',
  '/': '2.8,0 0.2,6',
  '°': '0.8,0 0.2,0.6 0.8,1.3 1.4,0.6 0.8,0',
  '(': '1.4,-0.4 0.4,1.4 0.4,4.6 1.4,6.4',
  ')': '0.2,-0.4 1.2,1.4 1.2,4.6 0.2,6.4',
};
const ADVANCE = 4.7;
const NARROW: Readonly<Record<string, number>> = {
  I: 2.2,
  '.': 1.8,
  ',': 1.8,
  ':': 1.9,
  '°': 2.2,
  '(': 2.2,
  ')': 2.2,
  ' ': 2.6,
};
/** Page units a second: an unhurried hand. */
const SPEED = 900;
const LIFT_MS = 55;
const SAMPLE_MS = 10;

export interface Hand {
  readonly random: () => number;
  readonly page: string;
  readonly pen: Pen;
  /** Makes ids unlike any other. */
  readonly id: () => string;
}
type Place = readonly [number, number];

/** One stroke along corners, in page units. Returns the events and when it ends. */
export function strokeAlong(
  hand: Hand,
  corners: readonly Place[],
  startMs: number,
): { events: TakeEvent[]; endMs: number } {
  const total = corners.slice(1).reduce((sum, corner, i) => sum + distance(corners[i]!, corner), 0);
  const lastMs = Math.max(30, (total / SPEED) * 1000);
  const points: number[] = [];
  for (let ms = 0; ms <= lastMs; ms += SAMPLE_MS) {
    const share = ms / lastMs;
    // Slow, fast, slow: as a hand begins and ends.
    const eased = share * share * (3 - 2 * share);
    const [x, y] = along(corners, eased * total);
    const shake = () => (hand.random() - 0.5) * 0.9;
    const pressure = 0.35 + 0.4 * Math.sin(Math.PI * Math.min(1, share * 1.1)) + 0.06 * hand.random();
    points.push(Math.round((x + shake()) * 10), Math.round((y + shake()) * 10), Math.round(pressure * 255), ms);
  }
  const event: TakeEvent = {
    kind: 'stroke',
    at: micros(Math.round(startMs * 1000)),
    stroke: hand.id(),
    page: hand.page,
    pen: hand.pen,
    points,
  };
  return { events: [event], endMs: startMs + lastMs + LIFT_MS };
}

/** Writes a line with letters `size` page units high, its top left at `place`. */
export function write(
  hand: Hand,
  text: string,
  place: Place,
  size: number,
  startMs: number,
): { events: TakeEvent[]; endMs: number } {
  const events: TakeEvent[] = [];
  const unit = size / 6;
  let [x, now] = [place[0], startMs];
  for (const letter of text.toUpperCase()) {
    for (const stroke of GLYPHS[letter]?.split(';') ?? []) {
      const corners = stroke.split(' ').map((pair): Place => {
        const [cx = 0, cy = 0] = pair.split(',').map(Number);
        return [x + (cx + (hand.random() - 0.5) * 0.2) * unit, place[1] + (cy + (hand.random() - 0.5) * 0.2) * unit];
      });
      const drawn = strokeAlong(hand, corners, now);
      events.push(...drawn.events);
      now = drawn.endMs;
    }
    x += (NARROW[letter] ?? ADVANCE) * unit;
    now += letter === ' ' ? 60 : 15;
  }
  return { events, endMs: now };
}

const distance = (a: Place, b: Place): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

function along(corners: readonly Place[], way: number): Place {
  let left = way;
  for (let i = 1; i < corners.length; i += 1) {
    const [a, b] = [corners[i - 1]!, corners[i]!];
    const length = distance(a, b);
    if (left <= length || i === corners.length - 1) {
      const share = length === 0 ? 0 : Math.min(1, left / length);
      return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share];
    }
    left -= length;
  }
  return corners[0]!;
}
