import { micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import {
  isCard,
  overlaysAt,
  segmentAt,
  takeTimeIn,
  wholeOf,
  type Card,
  type Dressing,
  type DrawnOver,
  type Overlay,
  type Patch,
  type Programme,
  type StrokeChange,
  type View,
} from '../edits/index.ts';
import {
  FADE_AFTER_MS,
  FADE_MS,
  isStroke,
  lastMs,
  type PointerPlace,
  type Stroke,
  type TakeIndex,
  writtenAs,
} from '../log/index.ts';
import { WIDE_HEIGHT, type Page, type PictureThing, type TextThing } from '../pages/index.ts';
import { cameraLook, type CameraLook } from './cameraLook.ts';
import { viewAt, WHOLE } from './closeUp.ts';

/** What is to be seen at one moment. */
export interface Scene {
  readonly page: Page;
  /** Page units: how far down the page reaches now. */
  readonly height: number;
  /** Page units: the place at the upper edge of the view, which is `page.height` high. */
  readonly top: number;
  readonly strokes: readonly VisibleStroke[];
  /** Texts and pictures that were put onto the page. */
  readonly things: readonly (TextThing | PictureThing)[];
  readonly pointer: PointerPlace | null;
  /** How a camera picture is shown, if the take has one. */
  readonly camera: CameraLook;
  /** What of the view is seen, drawn as large as the whole; the whole when left out. The camera lies over it. */
  readonly view?: View;
  /** Laid over page and ink, the lowest first. */
  readonly over?: readonly (DrawnOver | Patch)[];
  /** The pointer is so many times as large; 1 when left out. */
  readonly pointerScale?: number;
  /** Words in place of a page. */
  readonly card?: Card;
  /** How far everything has faded away: 0…1, not at all when left out. */
  readonly veil?: number;
}
/** A stroke as far as it was drawn: points later than `untilMs` after it began are not there yet. */
export interface VisibleStroke {
  readonly stroke: Stroke;
  readonly untilMs: number;
  /** Of fading ink, 0…1; whole when left out. */
  readonly opacity?: number;
}

/** What a scene is made from: the pages in order, the programme and an index for each of its takes. */
export interface SceneSource {
  readonly pages: readonly Page[];
  readonly programme: Programme;
  readonly takes: ReadonlyMap<string, TakeIndex>;
  /** What is laid over; nothing when left out. */
  readonly dressing?: Dressing;
  /** What of the programme the lesson keeps, where it is shown with its ends drawn out; all of it when left out. */
  readonly kept?: TimeRange;
}

/** How much larger a pointer is that was made larger. */
const LARGER = 2.2;

/** The scene at programme time `time`; before the first page turn the first page; null without pages. */
export function sceneAt(source: SceneSource, time: Micros): Scene | null {
  const { pages, programme, takes, dressing } = source;
  const segment = programme.segments[segmentAt(programme, time)];
  if (!segment) return blankScene(pages[0]);
  if (isCard(segment)) return veiled(cardScene(segment.card), source, time);
  const take = takes.get(segment.takeId);
  if (!take) return blankScene(pages[0]);
  const into = Math.max(0, time - programme.starts[segmentAt(programme, time)]!);
  const takeTime = takeTimeIn(segment, into);
  const plain = sceneOfTake(pages, take, takeTime);
  if (!plain || !dressing) return plain;
  const over = overlaysAt(dressing.overlays, segment.takeId, takeTime);
  const view = viewAt(dressing.overlays, segment.takeId, takeTime);
  const strokes = changedStrokes(plain.strokes, dressing.strokes, segment.takeId);
  const dressed = over.reduce((scene, one) => dressedWith(scene, one, pages), { ...plain, strokes });
  return veiled(view === WHOLE ? dressed : { ...dressed, view }, source, time);
}

function dressedWith(scene: Scene, overlay: Overlay, pages: readonly Page[]): Scene {
  switch (overlay.kind) {
    case 'close-up':
      return scene;
    case 'drawn':
    case 'highlight':
    case 'cover-up':
      return overlay.page === scene.page.id ? { ...scene, over: [...(scene.over ?? []), overlay] } : scene;
    case 'pointer':
      return overlay.shown === 'off' ? { ...scene, pointer: null } : { ...scene, pointerScale: LARGER };
    case 'inset': {
      const { camera } = scene;
      if (overlay.place === 'hidden') return { ...scene, camera: { ...camera, opacity: 0 } };
      return { ...scene, camera: { ...camera, rect: { ...camera.rect, ...overlay.place } } };
    }
    case 'page': {
      const shows = overlay.page === scene.page.id ? pageNamed(pages, overlay.shows) : undefined;
      return shows ? { ...scene, page: { ...shows, id: `${scene.page.id} ${shows.id}` } } : scene;
    }
  }
}

const changed = new WeakMap<readonly StrokeChange[], ReadonlyMap<string, StrokeChange>>();
const recoloured = new WeakMap<Stroke, Map<string, Stroke>>();

/** Strokes without those that were removed; one that was recoloured is the same object at every moment. */
function changedStrokes(
  strokes: readonly VisibleStroke[],
  changes: readonly StrokeChange[],
  takeId: string,
): readonly VisibleStroke[] {
  if (changes.length === 0) return strokes;
  let byStroke = changed.get(changes);
  if (!byStroke) {
    byStroke = new Map(changes.map((one) => [`${one.takeId} ${one.stroke}`, one]));
    changed.set(changes, byStroke);
  }
  const named = byStroke;
  return strokes.flatMap((visible) => {
    const name = writtenAs(visible.stroke);
    // What an earlier take left is changed by what was said of that take.
    const change = visible.stroke.at < 0 ? changes.find((one) => one.stroke === name) : named.get(`${takeId} ${name}`);
    if (!change) return [visible];
    return change.colour === undefined ? [] : [{ ...visible, stroke: inColour(visible.stroke, change.colour) }];
  });
}

function inColour(stroke: Stroke, colour: string): Stroke {
  const made = recoloured.get(stroke) ?? new Map<string, Stroke>();
  recoloured.set(stroke, made);
  const known = made.get(colour) ?? { ...stroke, pen: { ...stroke.pen, colour } };
  made.set(colour, known);
  return known;
}

/** Fades at both ends of what is kept. */
function veiled(scene: Scene, { programme, dressing, kept }: SceneSource, time: Micros): Scene {
  const { fadeIn = 0, fadeOut = 0 } = dressing?.finish ?? {};
  const { start, end } = kept ?? wholeOf(programme);
  const veil = Math.max(fadeIn > 0 ? 1 - (time - start) / fadeIn : 0, fadeOut > 0 ? 1 - (end - time) / fadeOut : 0);
  return veil > 0 ? { ...scene, veil: Math.min(1, veil) } : scene;
}

/** The page under a card: nothing of it is seen. */
const UNDER_CARD: Page = { id: 'card', kind: 'board', backdrop: { kind: 'blank' }, height: WIDE_HEIGHT };
const cardScene = (card: Card): Scene => ({ ...plainScene(UNDER_CARD), card });

/** The scene of one take at take time `time`. */
export function sceneOfTake(pages: readonly Page[], take: TakeIndex, time: Micros): Scene | null {
  const page = pageNamed(pages, take.pageAt(time)) ?? pages[0];
  if (!page) return null;
  const marks = take.marksAt(page.id, time);
  return {
    page,
    height: Math.max(page.height, take.heightAt(page.id, time) ?? 0),
    top: take.topAt(page.id, time),
    strokes: marks.filter(isStroke).map((stroke) => visibleAt(stroke, time)),
    things: marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
    pointer: take.pointerAt(page.id, time),
    camera: cameraLook({ framing: take.framingAt(time), inset: take.insetAt(time), time, viewHeight: page.height }),
  };
}

/** A stroke as it stands `time` into the take. */
export function visibleAt(stroke: Stroke, time: Micros): VisibleStroke {
  const untilMs = stroke.at < 0 || stroke.paused ? Infinity : (time - stroke.at) / 1000;
  if (stroke.pen.kind !== 'fading') return { stroke, untilMs };
  const gone = ((time - stroke.at) / 1000 - lastMs(stroke) - FADE_AFTER_MS) / FADE_MS;
  return gone <= 0 ? { stroke, untilMs } : { stroke, untilMs, opacity: Math.max(0, 1 - gone) };
}

/** A scene in which only the page is to be seen. */
export function plainScene(page: Page): Scene {
  const since = { at: micros(-1) };
  const inset = { x: 0, y: 0, width: 1, height: 1, round: false, crop: [0, 0, 1, 1] as const };
  return {
    page,
    height: page.height,
    top: 0,
    strokes: [],
    things: [],
    pointer: null,
    camera: cameraLook({
      framing: { ...since, now: 'page', before: 'page' },
      inset: { ...since, now: inset, before: inset },
      time: ZERO,
      viewHeight: page.height,
    }),
  };
}

/** Pages by name, worked out once for each list of pages: a lesson may have hundreds, and a frame has no time. */
const named = new WeakMap<readonly Page[], ReadonlyMap<string, Page>>();

function pageNamed(pages: readonly Page[], id: string | null): Page | undefined {
  let byId = named.get(pages);
  if (!byId) {
    byId = new Map(pages.map((page) => [page.id, page]));
    named.set(pages, byId);
  }
  return id === null ? undefined : byId.get(id);
}

function blankScene(page: Page | undefined): Scene | null {
  return page ? plainScene(page) : null;
}
