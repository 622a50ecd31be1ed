import { fromSeconds } from '@oakbell/core/clock';
import type { EditList, Segment } from '@oakbell/core/edits';
import type { TakeEvent } from '@oakbell/core/log';
import { coarsePeaks, eventsIn, pagesPlayed, publishedEdits, publishedTakes } from './manifest.ts';

const segment = (id: string, takeId: string, start: number, end: number): Segment => ({
  id,
  takeId,
  start: fromSeconds(start),
  end: fromSeconds(end),
});
const edits: EditList = { version: 2, segments: [segment('a', 't1', 1, 2), segment('b', 't2', 0, 0.5)] };
it('coarse peaks keep the loudest of ten', () => {
  expect([...coarsePeaks(Uint8Array.from({ length: 15 }, (_, i) => i))]).toEqual([9, 14]);
});

it('the log that learners get is made of what is played, with the ink of earlier takes written in', () => {
  const stroke = (name: string, seconds: number, page = 'p') =>
    ({
      kind: 'stroke',
      at: fromSeconds(seconds),
      stroke: name,
      page,
      pen: { colour: '#26221b', width: 5 },
      points: [1, 2, 3, 0],
    }) as const;
  const turn = { kind: 'page', at: fromSeconds(0), page: 'p' } as const;
  const known: Readonly<Record<string, readonly TakeEvent[]>> = {
    t0: [turn, stroke('before', 1), stroke('elsewhere', 2, 'q')],
    t1: [turn, stroke('removed', 0.5), stroke('red', 1.2), stroke('cut-away', 2.5)],
    t2: [turn],
  };
  const strokes = [
    { id: 'a', takeId: 't1', stroke: 'removed' },
    { id: 'b', takeId: 't1', stroke: 'red', colour: '#b23a22' },
  ];
  const takes = publishedTakes(
    { ...edits, strokes },
    { eventsOf: (id) => known[id] ?? [], earlierOf: (id) => (id === 't1' ? ['t0'] : []) },
  );
  expect(takes.map((take) => [take.id, take.earlier])).toEqual([
    ['t1', []],
    ['t2', []],
  ]);
  const given = eventsIn(takes[0]!.log).flatMap((event) =>
    event.kind === 'stroke' ? [[event.stroke, event.pen.colour]] : [],
  );
  expect(given).toEqual([
    ['before', '#26221b'],
    ['red', '#b23a22'],
  ]);
});
it('what is laid over, and chapters, are given out where they are played', () => {
  const box = (id: string, start: number) =>
    ({
      id,
      kind: 'pointer',
      takeId: 't1',
      start: fromSeconds(start),
      end: fromSeconds(start + 0.5),
      shown: 'off',
    }) as const;
  const chapters = [
    { sourceId: 't1', at: fromSeconds(0.2), title: 'Cut away' },
    { sourceId: 't1', at: fromSeconds(1.2), title: 'Kept' },
  ];
  const given = publishedEdits({ ...edits, overlays: [box('in', 1.6), box('out', 3)], chapters });
  expect(given.overlays?.map((one) => one.id)).toEqual(['in']);
  expect(given.chapters?.map((one) => one.title)).toEqual(['Kept']);
});
it('learners get the fades of a lesson, and not the files of its maker', () => {
  const music = { clip: 'c', name: 'my holiday.mp3', lufs: -26 };
  const finish = { fadeIn: fromSeconds(1), fadeOut: fromSeconds(2), noise: true, levelling: false, music };
  expect(publishedEdits({ ...edits, finish, cover: { picture: 'p' } })).toEqual({
    ...edits,
    finish: { ...finish, music: null },
  });
});

it('the pages of a programme are those that are up in what is left of its takes', () => {
  const turn = (seconds: number, page: string) => ({ kind: 'page', at: fromSeconds(seconds), page }) as const;
  const events: Readonly<Record<string, readonly TakeEvent[]>> = {
    t1: [turn(0, 'p1'), turn(1.5, 'p2'), turn(2.5, 'cut')],
    t2: [turn(0, 'p3'), turn(1, 'cut')],
  };
  const swap = {
    id: 'o',
    kind: 'page',
    takeId: 't1',
    start: fromSeconds(1),
    end: fromSeconds(2),
    page: 'p1',
    shows: 'p4',
  } as const;
  expect([...pagesPlayed({ ...edits, overlays: [swap] }, (id) => events[id] ?? [])]).toEqual(['p1', 'p2', 'p3', 'p4']);
});
