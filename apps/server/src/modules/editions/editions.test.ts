import { fromSeconds } from '@oakbell/core/clock';
import type { EditList, Segment } from '@oakbell/core/edits';
import { TakeIndex } from '@oakbell/core/log';
import { coarsePeaks, pagesPlayed, publishedEdits, publishedLog, takesNeeded } from './manifest.ts';

const segment = (id: string, takeId: string, start: number, end: number): Segment => ({
  id,
  takeId,
  start: fromSeconds(start),
  end: fromSeconds(end),
});
const edits: EditList = { version: 1, segments: [segment('a', 't1', 1, 2), segment('b', 't2', 0, 0.5)] };
it('an edition needs the takes it plays and those whose ink they stand on, each once', () => {
  expect(takesNeeded(edits, (id) => (id === 't2' ? ['t0', 't1'] : []))).toEqual(['t1', 't0', 't2']);
});
it('coarse peaks keep the loudest of ten', () => {
  expect([...coarsePeaks(Uint8Array.from({ length: 15 }, (_, i) => i))]).toEqual([9, 14]);
});

it('a removed stroke leaves the log that learners get, and no other take of that name loses it', () => {
  const log = [
    '{"log":"oakbell.take","version":2}',
    '{"kind":"stroke","stroke":"s1"}',
    '{"kind":"more","stroke":"s1"}',
    '{"kind":"stroke","stroke":"s2"}',
    'torn',
  ].join('\n');
  const changes = [
    { id: 'a', takeId: 't1', stroke: 's1' },
    { id: 'b', takeId: 't1', stroke: 's2', colour: '#b23a22' },
  ];
  expect(publishedLog(log, changes, 't1').split('\n').slice(1)).toEqual(['{"kind":"stroke","stroke":"s2"}', 'torn']);
  expect(publishedLog(log, changes, 't2')).toBe(log);
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
  const takes = new Map([
    ['t1', new TakeIndex([turn(0, 'p1'), turn(1.5, 'p2'), turn(2.5, 'cut')])],
    ['t2', new TakeIndex([turn(0, 'p3'), turn(1, 'cut')])],
  ]);
  const swap = {
    id: 'o',
    kind: 'page',
    takeId: 't1',
    start: fromSeconds(1),
    end: fromSeconds(2),
    page: 'p1',
    shows: 'p4',
  } as const;
  expect([...pagesPlayed({ ...edits, overlays: [swap] }, takes)]).toEqual(['p1', 'p2', 'p3', 'p4']);
});
