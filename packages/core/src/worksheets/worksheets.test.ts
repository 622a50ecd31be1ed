import { micros } from '../clock/index.ts';
import { MOST_STROKES, MOST_THINGS, readThings, type Thing } from '../pages/index.ts';
import {
  countOf,
  marksOf,
  MOST_PART_LETTERS,
  partText,
  readPart,
  readParts,
  sheetEnd,
  writtenPage,
  type SheetEvent,
} from './index.ts';

const PEN = { colour: '#26221b', width: 6 };
const PICTURE = 'a'.repeat(64);
const place = { pages: new Set(['p', 'q']), pictures: new Set([PICTURE]) };
const stroke = (id: string, ms: number, page = 'p'): SheetEvent => ({
  ...{ kind: 'stroke', at: micros(ms * 1000), stroke: id, page, pen: PEN },
  points: [1000, 2000, 128, 0, 3000, 2400, 200, 30],
});
const text = (id: string, ms: number, words: string): SheetEvent => ({
  ...{ kind: 'text', at: micros(ms * 1000), text: id, page: 'p' },
  thing: { kind: 'text', id, x: 100, y: 100, width: 200, height: 50, text: words, size: 38, colour: '#26221b' },
});
const picture = (id: string, digest = PICTURE): SheetEvent => ({
  ...{ kind: 'placed', at: micros(0), placed: id, page: 'q' },
  thing: { kind: 'picture', id, x: 0, y: 0, width: 400, height: 300, picture: digest },
});

describe('a part of a sheet', () => {
  it('is read back as it was written', () => {
    const events = [picture('i'), stroke('s', 5), text('t', 9, 'high water 06:12')];
    expect(readPart(partText(events), place)).toEqual({ ok: true, events });
  });
  it.each([
    ['nothing', '', 'empty'],
    ['a line that was torn', '{"kind":"stroke","at":1', 'bad-line'],
    ['what only a take holds', `{"kind":"said-again","at":5,"to":1}\n`, 'bad-line'],
    ['a kind that nobody knows', `{"kind":"weather","at":5}\n`, 'bad-line'],
    ['a line without an end', partText([stroke('s', 1)]).trimEnd(), 'bad-line'],
    ['a moment after all time', `{"kind":"undone","at":${2e15},"act":"s"}\n`, 'bad-line'],
    ['a moment before the beginning', `{"kind":"undone","at":-4,"act":"s"}\n`, 'bad-line'],
    ['a page of another worksheet', partText([stroke('s', 1, 'elsewhere')]), 'other-page'],
    ['a picture that was not brought to it', partText([picture('i', 'b'.repeat(64))]), 'other-picture'],
    ['more than a part may hold', ' '.repeat(MOST_PART_LETTERS + 1), 'too-large'],
  ])('with %s is refused', (_, lines, reason) => {
    expect(readPart(lines, place)).toEqual({ ok: false, reason });
  });
});

describe('parts in the order they arrived', () => {
  it('make one log: what a second device rubs out is gone, and what is taken back is there again', () => {
    const parts = [
      partText([stroke('a-1', 0), stroke('a-2', 100)]),
      partText([{ kind: 'erased', at: micros(300_000), act: 'b-1', strokes: ['a-1', 'a-2'] }]),
      partText([
        { kind: 'undone', at: micros(400_000), act: 'b-1' },
        { kind: 'undone', at: micros(500_000), act: 'a-2' },
      ]),
    ];
    const seen = (count: number) =>
      marksOf(readParts(parts.slice(0, count)), ['p', 'q'])
        .get('p')
        ?.map(({ id }) => id);
    expect([1, 2, 3].map(seen)).toEqual([['a-1', 'a-2'], undefined, ['a-1']]);
  });
  it('go on after everything that is there', () => {
    expect(sheetEnd([])).toBe(0);
    expect(sheetEnd([text('t', 9, 'x'), stroke('s', 5)])).toBe(35_000);
  });
  it('lose no whole line to one that is torn', () => {
    expect(readParts([partText([stroke('a', 1)]), '{"kind":"str\n', partText([stroke('b', 2)])])).toHaveLength(2);
  });
});

describe('a page that was written on', () => {
  const field: Thing = { id: 'f', kind: 'field', x: 10, y: 10, width: 300, height: 80, label: 'High water' };
  it('holds what was placed, then texts and pictures, and all strokes as one ink that surrounds them', () => {
    const events = [stroke('s1', 1), text('t', 2, 'six'), stroke('s2', 3)];
    const marks = marksOf(events, ['p']).get('p')!;
    const { things, left } = writtenPage(Object.freeze([field]), Object.freeze([...marks]), 'ink');
    expect(left).toBe(0);
    expect(things.map(({ kind }) => kind)).toEqual(['field', 'text', 'ink']);
    expect(things[2]).toMatchObject({ id: 'ink-2', x: 97, y: 197, width: 206, height: 46 });
    expect(things[2]).toHaveProperty('strokes.length', 2);
    expect(readThings(JSON.parse(JSON.stringify(things)))).toEqual({ ok: true, things });
    expect(countOf(marksOf(events, ['p', 'q']))).toBe(3);
  });
  it('says how many texts found no place, and keeps the ink', () => {
    const marks = marksOf(
      [stroke('s', 0), ...Array.from({ length: MOST_THINGS }, (_, i) => text(`t${i}`, i, 'x'))],
      ['p'],
    );
    const { things, left } = writtenPage([field], marks.get('p')!, 'ink');
    expect([things.length, left, things.at(-1)?.kind]).toEqual([MOST_THINGS, 2, 'ink']);
  });
  it('is one that may be read, whatever the log says: names that are taken, places out of reach, very many strokes, none', () => {
    const far = { ...stroke('far', 0), points: [9e9, -9e9, 128, 0, 1e9, 5, 128, 5] } as SheetEvent;
    const twice = [
      text('f', 1, 'a'),
      { ...text('g', 2, 'b'), thing: { ...(text('f', 2, 'b') as { thing: object }).thing } },
    ];
    const many = Array.from({ length: MOST_STROKES + 1 }, (_, i) => stroke(`s${i}`, 3));
    const named = { ...field, id: 'ink-1' };
    const odd = [
      { ...stroke('none', 4), points: [] },
      { ...stroke('wavy', 5), form: 'wavy' },
    ] as unknown as SheetEvent[];
    const marks = marksOf([far, ...(twice as SheetEvent[]), ...many, ...odd], ['p']).get('p')!;
    const { things, left } = writtenPage([field, named], marks, 'ink');
    expect([things.length, left]).toEqual([6, 0]);
    expect(readThings(JSON.parse(JSON.stringify(things)))).toMatchObject({ ok: true });
  });
  it('leaves out a text that was moved out of every page, and says so', () => {
    const moved: SheetEvent = {
      ...{ kind: 'replaced', at: micros(9e6), act: 'r', out: ['t'] },
      pieces: [{ stroke: 'u', of: 't', dx: 9e9, dy: 0 }],
    };
    const marks = marksOf([text('t', 1, 'gone'), moved], ['p']).get('p')!;
    expect(writtenPage([], marks, 'ink')).toEqual({ things: [], left: 1 });
  });
  it('is what it was where nothing was written', () => {
    expect(writtenPage([field], [], 'ink')).toEqual({ things: [field], left: 0 });
  });
});

describe('ink that was written before', () => {
  const ink = (part: object) => ({ id: 'i', kind: 'ink', x: 0, y: 0, width: 9, height: 9, strokes: [part] });
  it.each([
    ['a pen of no colour', { pen: { colour: 'red', width: 4 }, points: [1, 1, 1, 0] }],
    ['fading ink', { pen: { colour: '#26221b', width: 4, kind: 'fading' }, points: [1, 1, 1, 0] }],
    ['half a point', { pen: PEN, points: [1, 1, 1] }],
    ['no point at all', { pen: PEN, points: [] }],
    ['an unknown form', { pen: PEN, points: [1, 1, 1, 0], form: 'wavy' }],
  ])('with %s is no thing of a page', (_, part) => {
    expect(readThings([ink(part)])).toEqual({ ok: false, reason: 'bad-thing', index: 0 });
  });
  it('comes through with its known fields', () => {
    const given = { pen: { ...PEN, kind: 'highlighter', extra: 1 }, points: [1, 1, 1, 0], form: 'straight' };
    const { extra: _, ...pen } = given.pen;
    expect(readThings([ink(given)])).toEqual({ ok: true, things: [ink({ ...given, pen })] });
  });
});
