import { fromSeconds, ZERO } from '../clock/index.ts';
import { NO_DRESSING, programmeOf, type CloseUp, type Dressing, type Overlay, type Segment } from '../edits/index.ts';
import { TakeIndex, type TakeEvent } from '../log/index.ts';
import type { Page, TextThing } from '../pages/index.ts';
import { alwaysCovered, liesBeneath, sceneAt, viewAt, WHOLE, type SceneSource } from './index.ts';

const s = fromSeconds;
const range = (start: number, end: number) => ({ start: s(start), end: s(end) });
const board = (id: string): Page => ({ id, kind: 'board', backdrop: { kind: 'blank' }, height: 900 });
const stroke = (id: string, at: number): TakeEvent => ({
  kind: 'stroke',
  at: s(at),
  stroke: id,
  page: 'p',
  pen: { colour: '#26221b', width: 5 },
  points: [0, 0, 130, 0, 100, 100, 130, 100],
});
const events: readonly TakeEvent[] = [
  { kind: 'page', at: s(0), page: 'p' },
  { kind: 'pointer', at: s(0), page: 'p', points: [50, 50, 0] },
  stroke('s1', 1),
  stroke('s2', 2),
];
const take = { id: 'a', takeId: 't', ...range(0, 20) };

function source(dressing: Partial<Dressing>, segments: readonly Segment[] = [take]): SceneSource {
  return {
    pages: [board('p'), board('q')],
    programme: programmeOf({ version: 2, segments }),
    takes: new Map([['t', new TakeIndex(events)]]),
    dressing: { ...NO_DRESSING, ...dressing },
  };
}
const at = (seconds: number, dressing: Partial<Dressing>) => sceneAt(source(dressing), s(seconds))!;
const laid = (overlay: object) => ({ overlays: [{ id: 'o', takeId: 't', ...range(4, 8), ...overlay } as Overlay] });
const closeUp = (id: string, start: number, end: number, x = 400): CloseUp => ({
  id,
  kind: 'close-up',
  takeId: 't',
  ...range(start, end),
  view: { x, y: 200, width: 800 },
  ease: s(0.5),
});

describe('a close-up', () => {
  const view = (seconds: number, ...overlays: CloseUp[]) => viewAt(overlays, 't', s(seconds));
  it('is the whole page before and after, moves in and out softly, and stands still between', () => {
    const one = closeUp('a', 4, 8);
    expect([view(3.9, one), view(8, one)]).toEqual([WHOLE, WHOLE]);
    expect(view(6, one)).toEqual(one.view);
    expect(view(4.25, one).width).toBe(1200);
    expect(view(7.75, one).width).toBe(1200);
  });
  it('passes over into one that follows at once, without going out between', () => {
    const [one, two] = [closeUp('a', 4, 8), closeUp('b', 8, 12, 0)];
    expect(view(7.9, one, two)).toEqual(one.view);
    expect(view(8.25, one, two)).toEqual({ x: 200, y: 200, width: 800 });
    expect(view(11, one, two)).toEqual(two.view);
  });
  it('is the latest of fifty at one place, and of no other take', () => {
    const many = Array.from({ length: 50 }, (_, i) => closeUp(`z${i}`, 4, 8, i));
    expect(view(6, ...many).x).toBe(49);
    expect(viewAt(many, 'another', s(6))).toBe(WHOLE);
  });
  it('is where its moment is played, cut or sped up', () => {
    const fast: Segment = { ...take, speed: 4, sound: { kind: 'room' } };
    const scene = sceneAt(source({ overlays: [closeUp('a', 4, 8)] }, [fast]), s(1.5))!;
    expect(scene.view).toEqual(closeUp('a', 4, 8).view);
  });
});

describe('what is laid over a page', () => {
  it('is there for its stretch, and only on its page', () => {
    const patch = { kind: 'cover-up', page: 'p', x: 0, y: 0, width: 100, height: 100 };
    expect(at(5, laid(patch)).over).toHaveLength(1);
    expect(at(8, laid(patch)).over).toBeUndefined();
    expect(at(5, laid({ ...patch, page: 'q' })).over).toBeUndefined();
  });
  it('takes the pointer away or makes it larger', () => {
    expect(at(5, {}).pointer).not.toBeNull();
    expect(at(5, laid({ kind: 'pointer', shown: 'off' })).pointer).toBeNull();
    expect(at(5, laid({ kind: 'pointer', shown: 'larger' })).pointerScale).toBeGreaterThan(1);
  });
  it('hides the inset, or moves it', () => {
    expect(at(5, laid({ kind: 'inset', place: 'hidden' })).camera.opacity).toBe(0);
    expect(at(5, laid({ kind: 'inset', place: { x: 7, y: 9 } })).camera.rect).toMatchObject({ x: 7, y: 9 });
  });
  it('shows another page under the same ink', () => {
    const scene = at(5, laid({ kind: 'page', page: 'p', shows: 'q' }));
    expect([scene.page.id, scene.strokes.length]).toEqual(['p q', 2]);
  });
});

it('a stroke is removed or recoloured everywhere, and stays the same object from frame to frame', () => {
  const strokes = [
    { id: '1', takeId: 't', stroke: 's1' },
    { id: '2', takeId: 't', stroke: 's2', colour: '#b23a22' },
  ];
  const one = source({ strokes });
  const [first, second] = [sceneAt(one, s(5))!, sceneAt(one, s(6))!];
  expect(first.strokes.map(({ stroke: seen }) => [seen.id, seen.pen.colour])).toEqual([['s2', '#b23a22']]);
  expect(second.strokes[0]!.stroke).toBe(first.strokes[0]!.stroke);
});

it('everything fades in at the start and out at the end', () => {
  const finish = { ...NO_DRESSING.finish, fadeIn: s(2), fadeOut: s(4) };
  expect([0, 1, 5, 18, 20].map((time) => at(time, { finish }).veil ?? 0)).toEqual([1, 0.5, 0, 0.5, 1]);
});

it('a card has words and no page, ink or pointer of the take', () => {
  const card = { id: 'c', title: 'Tides', line: '', ground: 'oak' } as const;
  const segments: Segment[] = [{ id: 'c', start: ZERO, end: s(3), card }, take];
  const scene = sceneAt(source({}, segments), s(1))!;
  expect([scene.card, scene.strokes, scene.pointer]).toEqual([card, [], null]);
  expect(sceneAt(source({}, segments), s(3))!.card).toBeUndefined();
});

describe('what is covered up', () => {
  const cover = (start: number, end: number) => ({
    overlays: [
      {
        id: 'o',
        kind: 'cover-up',
        takeId: 't',
        ...range(start, end),
        page: 'p',
        x: 0,
        y: 0,
        width: 9,
        height: 9,
      } as const,
    ],
  });
  const covered = (dressing: Partial<Dressing>, segments?: readonly Segment[]) =>
    alwaysCovered(source(dressing, segments), 'p').length;
  it('is never seen where the cover lies over the page for as long as it is up', () => {
    expect(covered(cover(0, 20))).toBe(1);
    expect(covered(cover(0, 19))).toBe(0);
    expect(covered(cover(4, 9), [{ ...take, ...range(4, 9) }])).toBe(1);
  });
  it('is seen where the page is up in another take, or in place of another page', () => {
    const swap = { id: 's', kind: 'page', takeId: 't', ...range(0, 1), page: 'q', shows: 'p' } as const;
    expect(covered({ overlays: [...cover(0, 20).overlays, swap] })).toBe(0);
    expect(alwaysCovered(source(cover(0, 20)), 'q')).toEqual([]);
  });

  const patch = { x: 100, y: 100, width: 300, height: 100 };
  const stroke = (points: readonly number[]) => ({
    id: 's',
    page: 'p',
    at: s(0),
    pen: { colour: '#26221b', width: 5 },
    points,
  });
  const text = (changes: Partial<TextThing>) =>
    ({
      id: 'x',
      kind: 'text',
      text: 'Ann',
      x: 110,
      y: 110,
      width: 200,
      height: 20,
      size: 20,
      colour: '#26221b',
      ...changes,
    }) as const;
  it.each([
    ['a stroke within', stroke([1100, 1100, 9, 0, 3900, 1900, 9, 40]), true],
    ['a stroke that runs out of it', stroke([1100, 1100, 9, 0, 4100, 1900, 9, 40]), false],
    ['a stroke whose breadth shows at the edge', stroke([1020, 1500, 9, 0]), false],
    ['a short text', text({}), true],
    ['a text that may run below it', text({ text: 'a b c d e f g h i j k l m n o p q r s t u v w x y z' }), false],
    ['a word that may run out beside it', text({ text: 'Constantinopolitan' }), false],
    ['a text typed while recording', { id: 'w', page: 'p', at: s(1), thing: text({}) }, true],
    [
      'a box whose line shows at the edge',
      { ...patch, id: 'b', kind: 'box', colour: '#26221b', stroke: 3 } as const,
      false,
    ],
  ] as const)('%s is beneath a patch: only what lies there wholly', (_, what, expected) => {
    expect(liesBeneath([{ x: 0, y: 0, width: 5, height: 5 }, patch], what)).toBe(expected);
    expect(liesBeneath([], what)).toBe(false);
  });
});

it('a stroke that was moved, or that an earlier take left, is still the one that was removed', () => {
  const moved: TakeEvent = {
    kind: 'replaced',
    at: s(3),
    act: 'm',
    out: ['s1'],
    pieces: [{ stroke: 's1-moved', of: 's1', dx: 100 }],
  };
  const strokes = [{ id: '1', takeId: 't', stroke: 's1' }];
  const takes = new Map([
    ['t', new TakeIndex([...events, moved])],
    ['later', new TakeIndex([{ kind: 'page', at: s(0), page: 'p' }], [[...events, moved]])],
  ]);
  const segments = [take, { ...take, id: 'b', takeId: 'later' }];
  const seen = (time: number, changes: Dressing['strokes']) =>
    sceneAt({ ...source({ strokes: changes }, segments), takes }, s(time))!
      .strokes.map((one) => one.stroke.id)
      .sort();
  expect([seen(10, []), seen(30, [])]).toEqual([
    ['s1-moved', 's2'],
    ['s1-moved', 's2'],
  ]);
  expect([seen(10, strokes), seen(30, strokes)]).toEqual([['s2'], ['s2']]);
});

it('fades lie at the ends of what is kept, where the ends are drawn out', () => {
  const finish = { ...NO_DRESSING.finish, fadeIn: s(2), fadeOut: s(4) };
  const drawnOut = { ...source({ finish }), kept: range(5, 15) };
  expect([5, 6, 10, 13, 15].map((time) => sceneAt(drawnOut, s(time))!.veil ?? 0)).toEqual([1, 0.5, 0, 0.5, 1]);
});
