import type { Micros } from '../clock/index.ts';
import type { Programme } from '../edits/index.ts';
import { takeTimeAt } from '../edits/index.ts';
import {
  FADE_AFTER_MS,
  FADE_MS,
  isStroke,
  lastMs,
  type PointerPlace,
  type Stroke,
  type TakeIndex,
} from '../log/index.ts';
import type { Page, TextThing } from '../pages/index.ts';
import { cameraLook, type CameraLook } from './cameraLook.ts';

/** What is to be seen at one moment. */
export interface Scene {
  readonly page: Page;
  /** Page units: how far down the page reaches now. */
  readonly height: number;
  /** Page units: the place at the upper edge of the view, which is `page.height` high. */
  readonly top: number;
  readonly strokes: readonly VisibleStroke[];
  readonly texts: readonly TextThing[];
  readonly pointer: PointerPlace | null;
  /** How a camera picture is shown, if the take has one. */
  readonly camera: CameraLook;
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
}

/** The scene at programme time `time`; before the first page turn the first page; null without pages. */
export function sceneAt(source: SceneSource, time: Micros): Scene | null {
  const place = takeTimeAt(source.programme, time);
  const take = place && source.takes.get(place.takeId);
  return take ? sceneOfTake(source.pages, take, place.time) : blankScene(source.pages[0]);
}

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
    texts: marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
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
  const since = { at: -1 as Micros };
  const inset = { x: 0, y: 0, width: 1, height: 1, round: false, crop: [0, 0, 1, 1] as const };
  return {
    page,
    height: page.height,
    top: 0,
    strokes: [],
    texts: [],
    pointer: null,
    camera: cameraLook({
      framing: { ...since, now: 'page', before: 'page' },
      inset: { ...since, now: inset, before: inset },
      time: 0 as Micros,
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
