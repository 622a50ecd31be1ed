import { micros } from '../clock/index.ts';
import { programmeOf } from '../edits/index.ts';
import { TakeIndex, type TakeEvent } from '../log/index.ts';
import type { Page } from '../pages/index.ts';
import { outlineOf, samplesOf, strokeHit } from '../ink/index.ts';
import { paint, sceneAt, type Surface } from './index.ts';

const pages: readonly Page[] = [
  { id: 'p1', kind: 'board', backdrop: 'squared', height: 900 },
  { id: 'p2', kind: 'slide', picture: 'tide-table', height: 900 },
];
const events: readonly TakeEvent[] = [
  { kind: 'page', at: micros(0), page: 'p1' },
  {
    kind: 'stroke',
    at: micros(1_000_000),
    stroke: 's',
    page: 'p1',
    pen: { colour: '#26221b', width: 4 },
    points: [0, 0, 128, 0, 1000, 0, 128, 500, 2000, 0, 128, 1000],
  },
  { kind: 'page', at: micros(5_000_000), page: 'p2' },
];
const source = {
  pages,
  programme: programmeOf({
    version: 1,
    segments: [{ id: 'a', takeId: 't', start: micros(500_000), end: micros(8_000_000) }],
  }),
  takes: new Map([['t', new TakeIndex(events)]]),
};

/** A surface that writes down what was asked of it. */
function recordingSurface() {
  const calls: string[] = [];
  const note =
    (name: string) =>
    (...values: unknown[]) =>
      void calls.push(`${name} ${values.filter((one) => typeof one === 'number').join(' ')}`.trim());
  const names =
    'save restore scale translate beginPath closePath moveTo lineTo quadraticCurveTo arc fill stroke fillRect drawImage';
  const surface = Object.fromEntries(names.split(' ').map((name) => [name, note(name)])) as unknown as Surface;
  return { calls, surface };
}

describe('the scene at a moment', () => {
  it('follows the programme, not the take: a trimmed start shifts everything', () => {
    const scene = sceneAt(source, micros(1_000_000))!;
    expect(scene.page.id).toBe('p1');
    expect(scene.strokes[0]!.untilMs).toBe(500);
    expect(sceneAt(source, micros(4_500_000))!.page.id).toBe('p2');
  });
  it('shows the first page of a lesson without takes, and nothing of one without pages', () => {
    const empty = programmeOf({ version: 1, segments: [] });
    expect(sceneAt({ ...source, programme: empty }, micros(0))).toMatchObject({ page: { id: 'p1' }, strokes: [] });
    expect(sceneAt({ ...source, programme: empty, pages: [] }, micros(0))).toBeNull();
  });
});

describe('painting', () => {
  it('scales page units to the width of the target and puts things back', () => {
    const { calls, surface } = recordingSurface();
    paint({ surface, widthPx: 800, assets: new Map() }, sceneAt(source, micros(1_000_000))!);
    expect(calls).toContain('scale 0.5 0.5');
    expect(calls.filter((call) => call === 'save')).toHaveLength(calls.filter((call) => call === 'restore').length);
    expect(calls.filter((call) => call === 'fill')).toHaveLength(1);
  });
  it('draws the picture of a slide over the whole page, and plain paper while it is loading', () => {
    const { calls, surface } = recordingSurface();
    const scene = sceneAt(source, micros(6_000_000))!;
    paint({ surface, widthPx: 1600, assets: new Map() }, scene);
    expect(calls.some((call) => call.startsWith('drawImage'))).toBe(false);
    paint({ surface, widthPx: 1600, assets: new Map([['tide-table', {}]]) }, scene);
    expect(calls).toContain('drawImage 0 0 1600 900');
  });
});

describe('ink', () => {
  const points = [0, 0, 255, 0, 1000, 0, 255, 10, 2000, 0, 10, 20];
  it('is wider where the pen was pressed harder', () => {
    const samples = samplesOf(points, 10);
    expect(samples[0]!.radius).toBeGreaterThan(samples[2]!.radius);
  });
  it('has an outline that goes round the stroke; a dot is a disc', () => {
    const outline = outlineOf(samplesOf(points, 10));
    expect(Math.max(...outline.map((point) => point.x))).toBeGreaterThan(200);
    expect(Math.min(...outline.map((point) => point.x))).toBeLessThan(0);
    expect(outlineOf(samplesOf([500, 500, 255, 0], 10)).every((p) => Math.hypot(p.x - 50, p.y - 50) > 4)).toBe(true);
    expect(outlineOf([])).toEqual([]);
  });
  it('leaves out what was not yet drawn', () => {
    expect(samplesOf(points, 10, 10)).toHaveLength(2);
    expect(samplesOf(points, 10, -1)).toHaveLength(0);
  });
  it('is hit near its line, not only near its points', () => {
    expect(strokeHit(points, { x: 50, y: 3 }, 4)).toBe(true);
    expect(strokeHit(points, { x: 50, y: 9 }, 4)).toBe(false);
  });
});
