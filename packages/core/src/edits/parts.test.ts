import { fromSeconds, micros, ZERO } from '../clock/index.ts';
import {
  applyEdit,
  changeStroke,
  chaptersOf,
  cutStretch,
  dressingOf,
  insertCard,
  insertPiece,
  invertEdit,
  isCard,
  isPlain,
  layOver,
  NO_FINISH,
  overlaysAt,
  parseEditList,
  pieceOf,
  playAt,
  programmeOf,
  programmeTimeOf,
  seamsOf,
  seenAt,
  setChapters,
  sourceOf,
  sourceTimeAt,
  speakOver,
  splitLesson,
  takeAway,
  type CloseUp,
  type Edit,
  type EditList,
} from './index.ts';

const s = fromSeconds;
const range = (start: number, end: number) => ({ start: s(start), end: s(end) });
let names = 0;
const newId = () => `n${(names += 1)}`;
const lesson: EditList = Object.freeze({
  version: 2,
  segments: [
    { id: 'a', takeId: 't1', ...range(2, 12) },
    { id: 'b', takeId: 't2', ...range(0, 6) },
  ],
});
/** The list after an edit that is taken back without a trace and survives JSON. */
function after(edits: EditList, edit: Edit | null): EditList {
  if (!edit) throw new Error('there was no edit');
  const applied = applyEdit(edits, JSON.parse(JSON.stringify(edit)) as Edit);
  if (!applied.ok) throw new Error(applied.reason);
  expect(applyEdit(applied.edits, invertEdit(edit))).toEqual({ ok: true, edits });
  expect(parseEditList(JSON.parse(JSON.stringify(applied.edits)))).toEqual(applied.edits);
  return applied.edits;
}
const closeUp = (id: string, start: number, end: number): CloseUp => ({
  id,
  kind: 'close-up',
  takeId: 't1',
  ...range(start, end),
  view: { x: 100, y: 100, width: 800 },
  ease: s(0.4),
});

describe('a stretch that is sped up', () => {
  const fast = after(lesson, playAt(lesson, range(2, 6), { speed: 4, sound: { kind: 'room' } }, newId));
  const programme = programmeOf(fast);

  it('lasts as much shorter, and everything after it comes sooner', () => {
    expect(programme.length).toBe(s(13));
    expect(sourceTimeAt(programme, s(2.5))).toEqual({ sourceId: 't1', time: s(6) });
    expect(sourceTimeAt(programme, s(3))).toEqual({ sourceId: 't1', time: s(8) });
  });
  it('finds every moment of the programme again', () => {
    for (let time = 0; time < programme.length; time += 99_991) {
      expect(programmeTimeOf(programme, sourceTimeAt(programme, micros(time))!)).toBe(time);
    }
  });
  it('can be cut inside, and cannot be joined to what is played otherwise', () => {
    const cut = after(fast, cutStretch(fast, range(2.25, 2.75), newId));
    expect(programmeOf(cut).length).toBe(s(12.5));
    expect(seamsOf(cut).map((seam) => seam.left)).toEqual([null, s(2), null, null]);
  });
  it('goes back to its own pace and its own voice', () => {
    const back = after(fast, playAt(fast, range(2, 3), { speed: 1 }, newId));
    expect(back.segments.every(isPlain)).toBe(true);
  });
  it('is nothing where nothing is marked', () => {
    expect(playAt(lesson, range(3, 3), { speed: 2 }, newId)).toBeNull();
  });
});

it('a voice spoken over stays in step with the page, whatever is cut', () => {
  const over = after(lesson, speakOver(lesson, range(4, 8), { takeId: 'v', from: s(1) }, newId));
  const [, spoken] = over.segments;
  expect(spoken).toMatchObject({ ...range(6, 10), sound: { kind: 'over', takeId: 'v', shift: s(-5) } });
  expect(playAt(over, range(4, 8), { speed: 2 }, newId)).toBeNull();
});

it('a card stands where it was put, and moves nothing but time', () => {
  const card = { title: 'Tides', line: 'Part one', ground: 'slate' } as const;
  const carded = after(lesson, insertCard(lesson, s(4), card, s(3), newId));
  expect(carded.segments.map((one) => isCard(one) && one.card.title)).toEqual([false, 'Tides', false, false]);
  expect(programmeOf(carded).length).toBe(s(19));
  expect(insertCard(lesson, s(4), card, s(0), newId)).toBeNull();
});

describe('what is laid over', () => {
  const laid = after(lesson, layOver(lesson, closeUp('z', 4, 8)));
  it('stays with what is seen, through cuts and copies', () => {
    const cut = after(laid, cutStretch(laid, range(1, 3), newId));
    expect(seenAt(programmeOf(cut), closeUp('z', 4, 8))).toEqual([{ ...range(1, 4), index: 1 }]);
    const twice = after(cut, insertPiece(cut, s(14), pieceOf(cut, range(1, 2), newId), newId));
    expect(seenAt(programmeOf(twice), closeUp('z', 4, 8)).map(({ start }) => start)).toEqual([s(1), s(14)]);
    expect(dressingOf(twice).overlays).toHaveLength(1);
  });
  it('is changed and taken away, and says where it is', () => {
    const moved = after(laid, layOver(laid, closeUp('z', 5, 9)));
    expect(overlaysAt(dressingOf(moved).overlays, 't1', s(8.5))).toHaveLength(1);
    expect(overlaysAt(dressingOf(moved).overlays, 't1', s(9))).toEqual([]);
    expect(after(moved, takeAway(moved, 'z'))).toEqual(lesson);
    expect(takeAway(lesson, 'z')).toBeNull();
  });
  it('bears fifty at one place', () => {
    let edits = lesson;
    for (let i = 0; i < 50; i += 1) edits = after(edits, layOver(edits, closeUp(`z${i}`, 4, 8)));
    expect(overlaysAt(dressingOf(edits).overlays, 't1', s(5))).toHaveLength(50);
  });
  it('recolours a stroke and removes it, as two steps', () => {
    const red = after(lesson, changeStroke(lesson, 't1', 's1', '#b23a22'));
    const gone = after(red, changeStroke(red, 't1', 's1'));
    expect(dressingOf(gone).strokes).toEqual([{ id: 't1 s1', takeId: 't1', stroke: 's1' }]);
    expect(changeStroke(gone, 't1', 's1')).toBeNull();
  });
});

describe('a lesson of two topics', () => {
  it('becomes two at the turn between them, with every take shared and nothing lost', () => {
    const laid = after(lesson, layOver(lesson, closeUp('z', 10, 12)));
    const parts = splitLesson(laid, s(9), newId)!;
    const first = after(laid, parts.edit);
    expect(programmeOf(first).length + programmeOf(parts.rest).length).toBe(programmeOf(lesson).length);
    expect(parts.rest.segments.map((one) => [sourceOf(one), one.start])).toEqual([
      ['t1', s(11)],
      ['t2', 0],
    ]);
    expect(parts.rest.overlays).toHaveLength(1);
    expect(parseEditList(JSON.parse(JSON.stringify(parts.rest)))).toEqual(parts.rest);
  });
  it('is not split at its ends', () => {
    expect([splitLesson(lesson, s(0), newId), splitLesson(lesson, s(16), newId)]).toEqual([null, null]);
  });
});

describe('chapters', () => {
  const programme = programmeOf(lesson);
  const turns = [
    { at: s(1), title: 'Page 1' },
    { at: s(8), title: 'Page 2' },
  ];
  it('are those of the page turns until others are written', () => {
    expect(chaptersOf(lesson, programme, turns)).toEqual([{ at: 0, title: 'Page 1' }, turns[1]]);
    const named = after(
      lesson,
      setChapters(lesson, programme, [
        { at: s(0), title: ' Start ' },
        { at: s(9), title: 'Sums' },
      ]),
    );
    expect(chaptersOf(named, programme, turns).map((one) => one.title)).toEqual(['Start', 'Sums']);
    const cut = after(named, cutStretch(named, range(0, 5), newId));
    expect(chaptersOf(cut, programmeOf(cut), turns)).toEqual([{ at: 0, title: 'Sums' }]);
  });
  it('are not set twice', () => {
    const none = after(lesson, setChapters(lesson, programme, []));
    expect(setChapters(none, programme, [])).toBeNull();
  });
});

const card = { id: 'k', start: 0, end: s(2), card: { id: 'k', title: '', line: '', ground: 'oak' } };
it.each([
  ['a speed beyond eight', { segments: [{ ...lesson.segments[0], speed: 9 }] }],
  ['a card on glass', { segments: [{ ...card, card: { ...card.card, ground: 'glass' } }] }],
  ['a card without a name', { segments: [{ ...card, card: { ...card.card, id: '' } }] }],
  ['a close-up of nothing', { overlays: [{ ...closeUp('z', 1, 2), view: { x: 0, y: 0, width: 2 } }] }],
  ['something laid over that is not known', { overlays: [{ ...closeUp('z', 1, 2), kind: 'glitter' }] }],
  ['two things of one name', { overlays: [closeUp('z', 1, 2), closeUp('z', 2, 3)] }],
  ['a fade of an hour', { finish: { ...NO_FINISH, fadeOut: s(3600) } }],
  ['loud music', { finish: { ...NO_FINISH, music: { clip: 'c', name: 'n', lufs: -3 } } }],
  ['a colour that is none', { strokes: [{ id: 'x', takeId: 't', stroke: 's', colour: 'red' }] }],
  ['a chapter without a name', { chapters: [{ sourceId: 't', at: ZERO, title: ' ' }] }],
  ['a cover that is no picture', { cover: { picture: '../../etc' } }],
])('an edit list with %s is refused', (_, wrong) => {
  expect(parseEditList({ ...lesson, ...wrong })).toBeNull();
});
