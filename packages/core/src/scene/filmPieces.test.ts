import { fromSeconds, type Micros } from '../clock/index.ts';
import { programmeOf, type Segment } from '../edits/index.ts';
import { TakeIndex, type TakeEvent } from '../log/index.ts';
import type { Page } from '../pages/index.ts';
import { clipsHeard, filmPieces } from './index.ts';

const s = fromSeconds;
const pages: readonly Page[] = [
  { id: 'slide', kind: 'slide', picture: 'a', height: 900 },
  { id: 'window', kind: 'window', height: 900 },
  { id: 'clip', kind: 'clip', clip: 'waves', lengthMs: 4000, moving: true, poster: 'b', height: 900 },
];
const page = (id: string, at: number): TakeEvent => ({ kind: 'page', at: s(at), page: id });
function source(events: readonly TakeEvent[], ...cuts: readonly (readonly [number, number])[]) {
  const segments = cuts.map(([start, end], i): Segment => ({ id: `${i}`, takeId: 't', start: s(start), end: s(end) }));
  return { pages, programme: programmeOf({ version: 2, segments }), takes: new Map([['t', new TakeIndex(events)]]) };
}
const plain = (pieces: ReturnType<typeof filmPieces>) =>
  pieces.map(({ start, end, from, file, held }) => [
    start / 1e6,
    end / 1e6,
    file.kind === 'run' ? file.run : file.clip,
    from / 1e6,
    ...(held ? ['held'] : []),
  ]);
const seconds = (time: number): Micros => s(time);

describe('the pieces of a camera film', () => {
  const events: readonly TakeEvent[] = [
    page('slide', 0),
    { kind: 'framing', at: s(0), framing: 'inset' },
    { kind: 'film', at: s(0.5), film: 'camera', run: 0, delayMs: 100 },
    { kind: 'film-ended', at: s(5), run: 0 },
    { kind: 'film', at: s(5.05), film: 'camera', run: 1 },
    { kind: 'framing', at: s(8), framing: 'page' },
    { kind: 'framing', at: s(12), framing: 'presenter' },
  ];

  it('follow the runs of the take, and let no hole of a pause be seen', () => {
    expect(plain(filmPieces('camera', source(events, [0, 7])))).toEqual([
      [0, 5, 0, -0.4],
      [5, 7, 1, -0.05],
    ]);
  });

  it('leave out what the framing hides, once the change is over', () => {
    expect(plain(filmPieces('camera', source(events, [6, 14])))).toEqual([
      [0, 2.32, 1, 0.95],
      [6, 8, 1, 6.95],
    ]);
  });

  it('are cut and moved with the edit list', () => {
    expect(plain(filmPieces('camera', source(events, [6, 7], [1, 2])))).toEqual([
      [0, 1, 1, 0.95],
      [1, 2, 0, 0.6],
    ]);
  });

  it('are none without a camera', () => {
    expect(filmPieces('camera', source([page('slide', 0)], [0, 4]))).toEqual([]);
  });
});

describe('the pieces of what pages show', () => {
  const events: readonly TakeEvent[] = [
    page('window', 0),
    { kind: 'film', at: seconds(0), film: 'window', run: 3 },
    page('slide', 4),
    page('clip', 6),
    { kind: 'clip', at: s(7), page: 'clip', playing: true, positionMs: 1000 },
    { kind: 'clip', at: s(8.5), page: 'clip', playing: false, positionMs: 2500 },
    { kind: 'clip', at: s(9), page: 'clip', playing: true, positionMs: 2500 },
    page('slide', 12),
  ];

  it('show a window only while its page is up, and hold a clip where it stands or ends', () => {
    expect(plain(filmPieces('page', source(events, [0, 14])))).toEqual([
      [0, 4, 3, 0],
      [7, 8.5, 'waves', 1],
      [8.5, 9, 'waves', 2.5, 'held'],
      [9, 10.5, 'waves', 2.5],
      [10.5, 12, 'waves', 4, 'held'],
    ]);
  });

  it('let a clip be heard while it plays, no longer than it lasts', () => {
    const heard = clipsHeard(pages, new TakeIndex(events));
    expect(heard.map(({ clip, start, end, from }) => [clip, start / 1e6, end / 1e6, from / 1e6])).toEqual([
      ['waves', 7, 8.5, 1],
      ['waves', 9, 10.5, 2.5],
    ]);
  });
});
