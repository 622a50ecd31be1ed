import { lengthOf, micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { isCard, overTime, playedLength, speedOf, takesOf, type EditList, type Segment } from '../edits/index.ts';
import { lastAtOrBefore, subtract, union } from '../intervals/index.ts';

/** What is said in a stretch of a take, in take time; words are empty where nothing is said. */
export interface CaptionLine extends TimeRange {
  readonly takeId: string;
  readonly text: string;
}

/** The longest that one line can be, in letters. */
export const LONGEST_CAPTION = 500;
/** So many lines a take can have: three hours, a line every two seconds. */
export const MOST_CAPTIONS = 6000;
/** So many are sent in one go. */
export const MOST_TYPED = 200;

/** A stretch to be typed is heard in one go and kept in mind: no longer than this. */
const LONGEST_STRETCH = 6_000_000;
/** After such a rest something else begins. */
const NEW_BEGINS = 1_000_000;
/** A voice is heard a little before and after what counts as speech. */
const MARGIN = 120_000;

/**
 * The stretches of a take in which something is said, each short enough to be heard once and typed, in rising time.
 * @param rests where nothing is said, also for a breath; in take time
 * @param length of the take
 */
export function spokenStretches(rests: readonly TimeRange[], length: Micros): readonly TimeRange[] {
  const spoken = subtract([{ start: ZERO, end: length }], union(rests));
  const found: TimeRange[] = [];
  for (const piece of spoken.flatMap(inParts)) {
    const last = found.at(-1);
    const isOne = last && piece.end - last.start <= LONGEST_STRETCH && piece.start - last.end < NEW_BEGINS;
    if (isOne) found[found.length - 1] = { start: last.start, end: piece.end };
    else found.push(piece);
  }
  // What is between two belongs to the one that is nearer.
  const between = (i: number): number => ((found[i - 1]?.end ?? 0) + (found[i]?.start ?? length)) / 2;
  return found.map(({ start, end }, i) => ({
    start: micros(Math.max(0, start - MARGIN, i > 0 ? between(i) : 0)),
    end: micros(Math.min(length, end + MARGIN, i + 1 < found.length ? between(i + 1) : length)),
  }));
}

/** Somebody who never rests is heard in equal parts. */
function inParts({ start, end }: TimeRange): readonly TimeRange[] {
  const count = Math.max(1, Math.ceil((end - start) / LONGEST_STRETCH));
  const at = (i: number) => micros(start + Math.round(((end - start) * i) / count));
  return Array.from({ length: count }, (_, i) => ({ start: at(i), end: at(i + 1) }));
}

/** What of these stretches of a take, in rising time, no line tells of yet: less than a third of a second is nothing. */
export function untold(stretches: readonly TimeRange[], lines: readonly TimeRange[]): readonly TimeRange[] {
  const left = subtract(union(stretches), union(lines));
  const found: TimeRange[] = [];
  for (const stretch of stretches)
    for (const one of meeting(left, stretch)) {
      const start = micros(Math.max(one.start, stretch.start));
      const end = micros(Math.min(one.end, stretch.end));
      if (end - start >= LEAST) found.push({ start, end });
    }
  return found;
}

/** Those of some ranges that meet one; they lie one after another, in rising time. */
function meeting<One extends TimeRange>(ranges: readonly One[], { start, end }: TimeRange): readonly One[] {
  const found: One[] = [];
  for (
    let i = Math.max(
      0,
      lastAtOrBefore(ranges, start, (one) => one.start),
    );
    i < ranges.length;
    i += 1
  ) {
    const one = ranges[i];
    if (!one || one.start >= end) break;
    if (one.end > start) found.push(one);
  }
  return found;
}
const LEAST = 333_000;

/** The stretch of a take whose voice is heard in a segment, how fast it goes, and when it begins to be heard. */
interface Voice extends TimeRange {
  readonly takeId: string;
  readonly speed: number;
  /** Programme time. */
  readonly at: Micros;
}

function voiceOf(segment: Segment, at: Micros): Voice | null {
  if (isCard(segment)) return null;
  const { sound, takeId, start, end } = segment;
  if (sound?.kind === 'room' || sound?.kind === 'silent') return null;
  if (!sound) return { takeId, start, end, speed: speedOf(segment), at };
  const from = overTime(segment, sound.shift, 0);
  return { takeId: sound.takeId, start: from, end: micros(from + playedLength(segment)), speed: 1, at };
}

/** The voices that are heard one after another. */
export function voicesOf({ segments }: EditList): readonly Voice[] {
  let at = 0;
  return segments.flatMap((segment) => {
    const voice = voiceOf(segment, micros(at));
    at += playedLength(segment);
    return voice ?? [];
  });
}

/** The takes whose voice can be heard in a lesson. */
export const takesHeard = ({ segments }: EditList): readonly string[] => [...new Set(segments.flatMap(takesOf))];

/** A line where it is heard in the programme; `line` stays the same for each time that it is. */
export interface HeardLine extends TimeRange {
  readonly line: CaptionLine;
}

/**
 * Lines where they are heard, in rising programme time. A line out of whose middle something was cut is one still; one of
 * which less than a third of a second is left, or half of it, is not.
 */
export function heardLines(edits: EditList, lines: readonly CaptionLine[]): readonly HeardLine[] {
  const ofTake = new Map<string, CaptionLine[]>();
  for (const line of lines.toSorted((a, b) => a.start - b.start)) {
    const there = ofTake.get(line.takeId);
    if (there) there.push(line);
    else ofTake.set(line.takeId, [line]);
  }
  const found: HeardLine[] = [];
  for (const voice of voicesOf(edits)) {
    for (const line of meeting(ofTake.get(voice.takeId) ?? [], voice)) {
      const start = Math.max(line.start, voice.start);
      const end = Math.min(line.end, voice.end);
      const heard = { start: timeIn(voice, start), end: timeIn(voice, end), line };
      const last = found.at(-1);
      if (last?.line === line && heard.start - last.end < JOINED) found[found.length - 1] = { ...last, end: heard.end };
      else found.push(heard);
    }
  }
  return found.filter((one) => lengthOf(one) >= Math.min(LEAST, lengthOf(one.line) / 2));
}
const JOINED = 1000;
const timeIn = (voice: Voice, takeTime: number): Micros => micros(voice.at + (takeTime - voice.start) / voice.speed);

/** A line or a stretch without one, where it is first heard. */
export interface CaptionRow extends HeardLine {
  readonly isTyped: boolean;
}

/**
 * All that is heard in a lesson, typed and not, in rising programme time; each once.
 * @param stretchesOf where something is said in a take
 */
export function captionRows(
  edits: EditList,
  lines: readonly CaptionLine[],
  stretchesOf: (takeId: string) => readonly TimeRange[],
): readonly CaptionRow[] {
  const open = takesHeard(edits).flatMap((takeId) =>
    untold(
      stretchesOf(takeId),
      lines.filter((line) => line.takeId === takeId),
    ).map((left): CaptionLine => ({ ...left, takeId, text: '' })),
  );
  const typed = new Set(lines);
  const seen = new Set<CaptionLine>();
  return heardLines(edits, [...lines, ...open]).flatMap((heard) => {
    if (seen.has(heard.line)) return [];
    seen.add(heard.line);
    return { ...heard, isTyped: typed.has(heard.line) };
  });
}

/** What of it is still to be typed. */
export const leftToType = (...of: Parameters<typeof captionRows>): readonly CaptionRow[] =>
  captionRows(...of).filter(({ isTyped }) => !isTyped);
