import { micros } from '@oakbell/core/clock';
import { logText, type TakeEvent } from '@oakbell/core/log';
import { playableLesson } from './lesson.ts';

const at = (seconds: number) => micros(seconds * 1e6);
const page = (id: string) => ({
  page: { id, kind: 'board', backdrop: { kind: 'squared' }, height: 900 } as const,
  small: null,
});
const log = (...events: TakeEvent[]) => logText(events);
const stroke = (id: string, seconds: number): TakeEvent => ({
  kind: 'stroke',
  at: at(seconds),
  stroke: id,
  page: 'p1',
  pen: { colour: '#26221b', width: 4 },
  points: [0, 0, 9, 0],
});

const lesson = playableLesson({
  pages: [page('p1'), page('p2'), page('never')],
  edits: {
    version: 2,
    segments: [
      { id: 'a', takeId: 't1', start: at(2), end: at(10) },
      { id: 'b', takeId: 't2', start: at(0), end: at(5) },
    ],
  },
  takes: [
    {
      id: 't1',
      earlier: [],
      log: log({ kind: 'page', at: at(0), page: 'p1' }, stroke('cut', 1), stroke('kept', 3), {
        kind: 'page',
        at: at(6),
        page: 'p2',
      }),
    },
    {
      id: 't2',
      earlier: ['t1'],
      log: log({ kind: 'page', at: at(0), page: 'p2' }, { kind: 'page', at: at(4), page: 'p1' }),
    },
  ],
});

describe('a lesson laid out to be played', () => {
  it('has its page turns on the programme axis, one for each change of page', () => {
    expect(lesson.turns.map((turn) => [turn.at / 1e6, turn.name])).toEqual([
      [0, 'Page 1'],
      [4, 'Page 2'],
      [12, 'Page 1'],
    ]);
  });
  it('leaves pages out that are never up', () => {
    expect(lesson.pages.map((one) => one.name)).toEqual(['Page 1', 'Page 2']);
  });
  it('has ticks only for ink that is still in', () => {
    expect(lesson.ink).toEqual([at(1)]);
  });
  it('keeps ink that was drawn inside a cut, in later takes too', () => {
    expect(
      lesson.source.takes
        .get('t2')!
        .strokesAt('p1', at(4))
        .map((one) => one.id),
    ).toEqual(['cut', 'kept']);
  });
});
