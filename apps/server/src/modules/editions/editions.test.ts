import { fromSeconds } from '@oakbell/core/clock';
import type { EditList, Segment } from '@oakbell/core/edits';
import { coarsePeaks, publishedEdits, publishedLog, takesNeeded } from './manifest.ts';

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
