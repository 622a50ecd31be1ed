/* The schema of an edit list as it is kept and sent (docs/formats/edits.md). What it does not know it leaves out. */
import * as v from 'valibot';
import { micros } from '../clock/index.ts';
import { readThing, type Thing } from '../pages/index.ts';
import { LONGEST_FADE, type Chapter, type Cover, type Finish, type Overlay, type StrokeChange } from './dressing.ts';
import { EDITS_VERSION, type EditList } from './editList.ts';
import { programmeOf } from './programme.ts';
import { CARD_GROUNDS, MOST_SPEED, type Segment } from './segment.ts';

/** How many at most: segments and changes of strokes, and what is laid over. */
export const LIMITS = { segments: 10_000, strokes: 10_000, overlays: 2_000 } as const;
/** The longest programme and the longest title card, in microseconds: three hours, a minute. */
export const LONGEST_PROGRAMME = 3 * 3600 * 1e6;
export const LONGEST_CARD = 60 * 1e6;

type Schema<T> = v.GenericSchema<unknown, T>;

export const text = v.pipe(v.string(), v.maxLength(200));
export const name = v.pipe(v.string(), v.minLength(1), v.maxLength(100));
/** Microseconds, where they may lie before 0. */
export const shift = v.pipe(v.number(), v.safeInteger(), v.transform(micros));
export const time = v.pipe(v.number(), v.safeInteger(), v.minValue(0), v.transform(micros));
const between = (low: number, high: number) => v.pipe(v.number(), v.minValue(low), v.maxValue(high));
const digest = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/));
const colour = v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/i));
const goesOn = <T extends { readonly start: number; readonly end: number }>() =>
  v.check<T, string>(({ start, end }) => end > start, 'ends before it starts');
const unlike = <T extends { readonly id: string }>() =>
  v.check<T[], string>((items) => new Set(items.map((one) => one.id)).size === items.length, 'an id twice');

export const range = v.pipe(v.object({ start: time, end: time }), goesOn());
const part = { id: name, start: time, end: time };

const sound = v.variant('kind', [
  v.object({ kind: v.picklist(['room', 'silent']) }),
  v.object({ kind: v.literal('over'), takeId: name, shift }),
]);
const takeSegment = v.pipe(
  v.object({
    ...part,
    takeId: name,
    speed: v.exactOptional(between(1, MOST_SPEED)),
    sound: v.exactOptional(sound),
  }),
  goesOn(),
);
const cardSegment = v.pipe(
  v.object({ ...part, card: v.object({ id: name, title: text, line: text, ground: v.picklist(CARD_GROUNDS) }) }),
  goesOn(),
  v.check(({ start, end }) => end - start <= LONGEST_CARD, 'too long a card'),
);
const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;
export const segment: Schema<Segment> = v.lazy((value) =>
  isObject(value) && 'card' in value ? cardSegment : takeSegment,
);

const ofTake = { ...part, takeId: name };
const thing = v.pipe(
  v.unknown(),
  v.rawTransform<unknown, Thing>(({ dataset, addIssue, NEVER }) => {
    const read = readThing(dataset.value);
    if (!read) addIssue({ message: 'no thing' });
    return read ?? NEVER;
  }),
);
const onPage = {
  page: name,
  x: between(-1600, 40_000),
  y: between(-1600, 40_000),
  width: between(1, 40_000),
  height: between(1, 40_000),
};
const view = v.object({ x: between(0, 1600), y: between(0, 9000), width: between(80, 1600) });
const corner = v.object({ x: between(-1600, 1600), y: between(-9000, 9000) });
export const overlay: Schema<Overlay> = v.pipe(
  v.variant('kind', [
    v.object({ ...ofTake, kind: v.literal('close-up'), view, ease: time }),
    v.object({ ...ofTake, kind: v.literal('drawn'), page: name, thing }),
    v.object({ ...ofTake, kind: v.picklist(['highlight', 'cover-up']), ...onPage }),
    v.object({ ...ofTake, kind: v.literal('pointer'), shown: v.picklist(['off', 'larger']) }),
    v.object({ ...ofTake, kind: v.literal('inset'), place: v.union([v.literal('hidden'), corner]) }),
    v.object({ ...ofTake, kind: v.literal('page'), page: name, shows: name }),
  ]),
  goesOn(),
);
export const strokeChange: Schema<StrokeChange> = v.object({
  id: name,
  takeId: name,
  stroke: name,
  colour: v.exactOptional(colour),
});

const fade = v.pipe(time, v.maxValue(LONGEST_FADE));
const music = v.object({ clip: name, name: text, lufs: between(-40, -20) });
export const finish: Schema<Finish> = v.object({
  fadeIn: fade,
  fadeOut: fade,
  noise: v.boolean(),
  levelling: v.boolean(),
  music: v.nullable(music),
});
const title = v.pipe(
  text,
  v.check((words) => words.trim() !== '', 'no words'),
);
const chapter: Schema<Chapter> = v.object({ sourceId: name, at: time, title });
export const chapters = v.pipe(v.array(chapter), v.maxLength(LIMITS.overlays));
export const cover: Schema<Cover> = v.object({ picture: digest });

const editList = v.pipe(
  v.object({
    version: v.literal(EDITS_VERSION),
    segments: v.pipe(v.array(segment), v.maxLength(LIMITS.segments), unlike()),
    overlays: v.exactOptional(v.pipe(v.array(overlay), v.maxLength(LIMITS.overlays), unlike())),
    strokes: v.exactOptional(v.pipe(v.array(strokeChange), v.maxLength(LIMITS.strokes), unlike())),
    finish: v.exactOptional(finish),
    chapters: v.exactOptional(chapters),
    cover: v.exactOptional(cover),
  }),
  v.check((edits) => programmeOf(edits).length <= LONGEST_PROGRAMME, 'too long'),
);

/** Reads an edit list from JSON; null where it is not one: wrong shape, an empty stretch, an id twice. */
export function parseEditList(value: unknown): EditList | null {
  const read = v.safeParse(editList, value, { abortEarly: true });
  return read.success ? read.output : null;
}
