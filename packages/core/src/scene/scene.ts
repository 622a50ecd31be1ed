import type { Micros } from '../clock/index.ts';
import type { Programme } from '../edits/index.ts';
import { takeTimeAt } from '../edits/index.ts';
import type { PointerPlace, Stroke, TakeIndex } from '../log/index.ts';
import type { Page } from '../pages/index.ts';

/** What is to be seen at one moment. */
export interface Scene {
  readonly page: Page;
  readonly strokes: readonly VisibleStroke[];
  readonly pointer: PointerPlace | null;
}
/** A stroke as far as it was drawn: points later than `untilMs` after it began are not there yet. */
export interface VisibleStroke {
  readonly stroke: Stroke;
  readonly untilMs: number;
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
  const strokes = take.strokesAt(page.id, time).map((stroke) => ({
    stroke,
    untilMs: stroke.at < 0 ? Infinity : (time - stroke.at) / 1000,
  }));
  return { page, strokes, pointer: take.pointerAt(page.id, time) };
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
  return page ? { page, strokes: [], pointer: null } : null;
}
