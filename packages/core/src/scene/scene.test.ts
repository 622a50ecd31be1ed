import { micros } from '../clock/index.ts';
import { programmeOf } from '../edits/index.ts';
import { TakeIndex, type TakeEvent } from '../log/index.ts';
import type { Page, Thing } from '../pages/index.ts';
import { outlineOf, samplesOf, strokeHit } from '../ink/index.ts';
import {
  cameraCut,
  cameraLook,
  FRAMING_MS,
  heightOfInset,
  inkOn,
  paint,
  paintCamera,
  plainScene,
  sceneAt,
  textLines,
  type Surface,
} from './index.ts';

const pages: readonly Page[] = [
  { id: 'p1', kind: 'board', backdrop: { kind: 'squared' }, height: 900 },
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
    version: 2,
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
    'save restore scale translate beginPath closePath moveTo lineTo quadraticCurveTo arc ellipse rect clip fill stroke fillRect fillText drawImage';
  const surface = {
    ...Object.fromEntries(names.split(' ').map((name) => [name, note(name)])),
    measureText: (text: string) => ({ width: text.length * 10 }),
  } as unknown as Surface;
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
    const empty = programmeOf({ version: 2, segments: [] });
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

describe('framing', () => {
  const moment = (ms: number, framing: 'page' | 'inset' | 'presenter') => {
    const inset = { x: 1200, y: 600, width: 320, height: 180, round: false, crop: [0, 0, 1, 1] as const };
    return cameraLook({
      framing: { at: micros(1_000_000), now: framing, before: 'inset' },
      inset: { at: micros(-1), now: inset, before: inset },
      time: micros(1_000_000 + ms * 1000),
      viewHeight: 900,
    });
  };
  it('begins where it was and ends over the whole page', () => {
    expect(moment(0, 'presenter').rect).toMatchObject({ x: 1200, width: 320 });
    expect(moment(FRAMING_MS, 'presenter').rect).toEqual({ x: 0, y: 0, width: 1600, height: 900 });
    const half = moment(FRAMING_MS / 2, 'presenter').rect.width;
    expect(half).toBeCloseTo(960);
  });
  it('lets the camera fade where the page is to be alone', () => {
    expect(moment(FRAMING_MS / 2, 'page').opacity).toBeCloseTo(0.5);
    expect(moment(FRAMING_MS, 'page').opacity).toBe(0);
  });
  it('fills its place without squeezing the picture', () => {
    const { calls, surface } = recordingSurface();
    const look = { ...moment(FRAMING_MS, 'presenter'), rect: { x: 0, y: 0, width: 100, height: 100 } };
    paintCamera({ surface, widthPx: 1600, assets: new Map() }, look, { picture: {}, width: 640, height: 480 });
    expect(calls).toContain('drawImage 80 0 480 480 0 0 100 100');
  });
});

describe('a page with everything on it', () => {
  const thing = (id: string, kind: string, more: object) =>
    ({ id, kind, x: 10, y: 20, width: 200, height: 50, ...more }) as Thing;
  it('is painted from the lowest thing to the highest, under text and ink', () => {
    const { calls, surface } = recordingSurface();
    const things = [
      thing('a', 'picture', { picture: 'cut' }),
      thing('b', 'text', { text: 'one two three four five six', size: 30, colour: '#26221b' }),
      thing('c', 'ellipse', { colour: '#26221b', stroke: 3 }),
      thing('d', 'arrow', { colour: '#26221b', stroke: 3 }),
    ];
    const page: Page = {
      id: 'p',
      kind: 'board',
      height: 900,
      backdrop: { kind: 'number-line', x: { from: 0, to: 2, step: 1, label: 'h' } },
      things,
    };
    paint({ surface, widthPx: 1600, assets: new Map([['cut', {}]]) }, plainScene(page));
    expect(calls.filter((call) => call.startsWith('fillText')).length).toBe(3 + 1 + 2);
    expect(calls.findIndex((call) => call.startsWith('drawImage'))).toBeLessThan(
      calls.findIndex((call) => call.startsWith('ellipse')),
    );
  });
  it('breaks text between words and keeps the breaks that were typed', () => {
    const measured = { font: '', measureText: (text: string) => ({ width: text.length * 10 }) };
    const lines = (text: string) => textLines(measured, { text, size: 20, width: 100 });
    expect(lines('high water\n\nneaps tomorrow')).toEqual(['high water', '', 'neaps', 'tomorrow']);
    expect(lines('Seemannschaftskunde ja')).toEqual(['Seemannschaftskunde', 'ja']);
  });
  it('shows ink that is too dark for a dark board as chalk, and leaves colours alone', () => {
    expect(inkOn(true, '#26221b')).not.toBe('#26221b');
    expect(inkOn(true, '#d8a13d')).toBe('#d8a13d');
    expect(inkOn(false, '#26221b')).toBe('#26221b');
  });
  it('is moved up by as much as it was scrolled', () => {
    const { calls, surface } = recordingSurface();
    paint({ surface, widthPx: 1600, assets: new Map() }, { ...plainScene(pages[0]!), height: 1800, top: 300 });
    expect(calls).toContain('translate 0 -300');
    expect(calls).toContain('fillRect 0 0 1600 1800');
  });
});

describe('the camera picture in its place', () => {
  const camera = { width: 960, height: 540 };
  const inset = { x: 0, y: 0, width: 320, height: 180, round: false, crop: [0.25, 0, 0.75, 1] as const };

  it('is as high as its crop needs, and round ones are circles', () => {
    expect(heightOfInset(inset, camera)).toBe(360);
    expect(heightOfInset({ ...inset, crop: [0, 0, 1, 1] }, camera)).toBe(180);
    expect(heightOfInset({ ...inset, round: true }, camera)).toBe(320);
  });

  it('lies so that the crop fills the place, with the same left over on both sides', () => {
    expect(cameraCut({ width: 320, height: 360 }, inset.crop, camera)).toEqual({
      width: 640,
      height: 360,
      left: -160,
      top: -0,
    });
    const square = cameraCut({ width: 320, height: 320 }, [0, 0, 1, 1], camera);
    expect(Math.round(square.left * 2 + square.width)).toBe(320);
    expect(Math.round(square.height)).toBe(320);
  });
});

describe('what was written before a page came here', () => {
  const stroke = { pen: { colour: '#26221b', width: 6 }, points: [0, 0, 128, 0, 900, 300, 128, 20] };
  const page = (things: readonly Thing[]): Page => ({ ...pages[0]!, things }) as Page;
  const painted = (things: readonly Thing[]) => {
    const { calls, surface } = recordingSurface();
    paint({ surface, widthPx: 800, assets: new Map() }, plainScene(page(things)));
    return calls;
  };
  it('is painted with the page, the highlighter beneath the rest', () => {
    const ink = (strokes: readonly object[]) =>
      ({ id: 'i', kind: 'ink', x: 0, y: 0, width: 100, height: 40, strokes }) as unknown as Thing;
    const bare = painted([]);
    expect(painted([ink([stroke])]).filter((one) => one === 'fill')).toHaveLength(
      bare.filter((one) => one === 'fill').length + 1,
    );
    const band = { ...stroke, pen: { ...stroke.pen, kind: 'highlighter' }, form: 'straight' };
    const drawn = painted([ink([stroke, band])]);
    // A straight band is a line, what a hand wrote is filled: the band comes first.
    expect(drawn.lastIndexOf('stroke')).toBeLessThan(drawn.lastIndexOf('fill'));
  });
  it('is a field with its words above it', () => {
    const field: Thing = { id: 'f', kind: 'field', x: 100, y: 200, width: 300, height: 80, label: 'High water' };
    const more = painted([field]).slice(painted([]).length - 1);
    expect(painted([field]).length).toBeGreaterThan(painted([]).length);
    expect(more.some((one) => one.startsWith('fillText 100 '))).toBe(true);
  });
});
