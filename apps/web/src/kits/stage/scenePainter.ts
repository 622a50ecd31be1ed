/*
 * Why three canvases: the page with its highlighter lies lowest, settled ink above it, and what changes with every
 * frame (the stroke being drawn, fading ink, the pointer, the camera) on a clear canvas on top. A frame costs what
 * has changed: a stroke that is done is painted once, and one that goes is taken out of its own rectangle only.
 */
import { present } from '@oakbell/core/present';
import { around, boundsOf, meets, type Bounds } from '@oakbell/core/ink';
import { lastMs, type Stroke } from '@oakbell/core/log';
import { isFilmed, PAGE_WIDTH, picturesOf } from '@oakbell/core/pages';
import {
  isBeneath,
  isDark,
  paintCamera,
  paintCard,
  paintOver,
  paintPage,
  paintPointer,
  paintStroke,
  paintThing,
  paintVeil,
  WHOLE,
  type Films,
  type Scene,
  type Surface,
  type Target,
  type VisibleStroke,
} from '@oakbell/core/scene';
import type { Pictures } from './pictures.ts';

type Canvas2D = CanvasRenderingContext2D & Surface<CanvasImageSource & object>;
type StageFilms = Films<CanvasImageSource & object>;
type Place = Target<CanvasImageSource & object>;

/** With more changes than this between two frames everything is painted anew. */
const FEW = 40;
/** Wherever a brush may reach beyond its points, in page units. */
const MARGIN = 8;

const known = new WeakMap<Stroke, Bounds>();
/** The bounds of a finished stroke, worked out once. */
export function strokeBounds(stroke: Stroke): Bounds {
  let bounds = known.get(stroke);
  if (!bounds) {
    bounds = boundsOf(stroke.points, stroke.pen.width / 2 + MARGIN);
    known.set(stroke, bounds);
  }
  return bounds;
}

export interface Layers {
  readonly page: HTMLCanvasElement;
  readonly ink: HTMLCanvasElement;
  readonly top: HTMLCanvasElement;
}

export class ScenePainter {
  #settled: readonly Stroke[] = [];
  #key = '';
  #scene: Scene | null = null;
  #widthPx = 0;
  #pictures: Pictures = new Map();
  /** What a live window or a clip shows now. */
  #film: StageFilms['page'];
  /** Where the moving layer was painted last. */
  #moving: Bounds | 'all' | null = null;
  readonly #page: Canvas2D;
  readonly #ink: Canvas2D;
  readonly #top: Canvas2D;

  constructor({ page, ink, top }: Layers) {
    this.#page = page.getContext('2d', { alpha: false }) as Canvas2D;
    this.#ink = ink.getContext('2d') as Canvas2D;
    this.#top = top.getContext('2d', { desynchronized: true }) as Canvas2D;
  }

  /** Paints a scene `widthPx` device pixels wide. */
  paint(scene: Scene, pictures: Pictures, widthPx: number, films: StageFilms = {}): void {
    this.#resize(widthPx, Math.round((widthPx * scene.page.height) / PAGE_WIDTH));
    this.#scene = scene;
    this.#widthPx = widthPx;
    this.#pictures = pictures;
    const done = scene.strokes.filter(isSettled).map((one) => one.stroke);
    this.#film = films.page;
    const key = keyOf(scene, pictures, widthPx);
    if (key !== this.#key) {
      this.#moving = 'all';
      this.#paintAll(done);
    } else this.#paintChanges(done);
    const isMoving = isFilmed(scene.page) && films.page !== undefined;
    if (isMoving && key === this.#key) this.#paintPage(done, this.#view());
    this.#key = key;
    this.#settled = done;
    const moving = scene.card ? [] : scene.strokes.filter((one) => !isSettled(one));
    this.live(moving, scene.card ? null : scene.pointer, films);
  }

  /** Paints only what moves over the scene that was painted last: costs nothing for the ink that is there already. */
  live(strokes: readonly VisibleStroke[], pointer: Scene['pointer'], { camera }: StageFilms = {}): void {
    if (!this.#scene) return;
    this.#clearTop();
    const dark = isDark(this.#scene.page);
    const place = this.#place(this.#top);
    const { over, veil, card, pointerScale, view } = this.#scene;
    for (const visible of strokes) paintStroke(place, visible, dark);
    paintOver(place, this.#scene);
    if (pointer) paintPointer(place, pointer, pointerScale);
    if (camera && !card) paintCamera(place, this.#scene.camera, camera);
    paintVeil(place, this.#scene);
    const isWide = camera ?? over ?? veil ?? pointerScale ?? view;
    this.#moving = isWide === undefined ? movingBounds(strokes, pointer) : 'all';
  }

  /** Clears what moved last time: a small place, as a rule. */
  #clearTop(): void {
    const { width, height } = this.#top.canvas;
    const before = this.#moving;
    this.#moving = null;
    if (before === null) return;
    if (before === 'all') return this.#top.clearRect(0, 0, width, height);
    const scale = this.#widthPx / PAGE_WIDTH;
    const { top } = present(this.#scene);
    const [x, y] = [Math.floor(before.left * scale) - 1, Math.floor((before.top - top) * scale) - 1];
    const [right, foot] = [Math.ceil(before.right * scale) + 1, Math.ceil((before.bottom - top) * scale) + 1];
    this.#top.clearRect(x, y, right - x, foot - y);
  }

  #paintAll(done: readonly Stroke[]): void {
    const view = this.#view();
    this.#paintPage(done, view);
    this.#ink.clearRect(0, 0, this.#ink.canvas.width, this.#ink.canvas.height);
    this.#paintInk(done, view);
  }

  #paintChanges(done: readonly Stroke[]): void {
    const before = new Set(this.#settled);
    const now = new Set(done);
    const gone = this.#settled.filter((stroke) => !now.has(stroke));
    const fresh = done.filter((stroke) => !before.has(stroke));
    if (gone.length === 0) return this.#add(fresh);
    if (gone.length + fresh.length > FEW) return this.#paintAll(done);
    const region = [...gone, ...fresh].map(strokeBounds).reduce(around);
    for (const surface of [this.#page, this.#ink]) {
      surface.save();
      this.#clip(surface, region);
    }
    this.#ink.clearRect(0, 0, this.#ink.canvas.width, this.#ink.canvas.height);
    if (gone.concat(fresh).some(lies)) this.#paintPage(done, region);
    this.#paintInk(done, region);
    for (const surface of [this.#page, this.#ink]) surface.restore();
  }

  #add(strokes: readonly Stroke[]): void {
    const dark = isDark(present(this.#scene).page);
    for (const stroke of strokes) {
      paintStroke(this.#place(lies(stroke) ? this.#page : this.#ink), { stroke, untilMs: Infinity }, dark);
    }
  }

  #paintPage(done: readonly Stroke[], region: Bounds): void {
    const { page, height, card } = present(this.#scene);
    if (card) return paintCard(this.#place(this.#page), card);
    paintPage(this.#place(this.#page), page, height, this.#film);
    const beneath = done.filter((stroke) => lies(stroke) && meets(strokeBounds(stroke), region));
    for (const stroke of beneath) paintStroke(this.#place(this.#page), { stroke, untilMs: Infinity }, isDark(page));
  }

  #paintInk(done: readonly Stroke[], region: Bounds): void {
    const { page, things, card } = present(this.#scene);
    if (card) return;
    const place = this.#place(this.#ink);
    for (const thing of things) paintThing(place, thing, isDark(page));
    const above = done.filter((stroke) => !lies(stroke) && meets(strokeBounds(stroke), region));
    for (const stroke of above) paintStroke(place, { stroke, untilMs: Infinity }, isDark(page));
  }

  #clip(surface: Canvas2D, region: Bounds): void {
    const { view = WHOLE } = present(this.#scene);
    const scale = this.#widthPx / view.width;
    const above = present(this.#scene).top + view.y;
    const [left, top] = [Math.floor((region.left - view.x) * scale), Math.floor((region.top - above) * scale)];
    const [right, foot] = [Math.ceil((region.right - view.x) * scale), Math.ceil((region.bottom - above) * scale)];
    surface.beginPath();
    surface.rect(left, top, right - left, foot - top);
    surface.clip();
  }

  /** What is in view, in page units. */
  #view(): Bounds {
    const { top, page } = present(this.#scene);
    return { left: -MARGIN, top: top - MARGIN, right: PAGE_WIDTH + MARGIN, bottom: top + page.height + MARGIN };
  }

  #place(surface: Canvas2D): Place {
    const { top, view } = present(this.#scene);
    return { surface, widthPx: this.#widthPx, assets: this.#pictures, top, ...(view ? { view } : {}) };
  }

  #resize(width: number, height: number): void {
    for (const { canvas } of [this.#page, this.#ink, this.#top]) {
      if (canvas.width === width && canvas.height === height) continue;
      canvas.width = width;
      canvas.height = height;
      this.#key = '';
    }
  }
}

/** The place that strokes and pointer take, in page units; null for none. */
function movingBounds(strokes: readonly VisibleStroke[], pointer: Scene['pointer']): Bounds | null {
  const all = strokes.map(({ stroke }) => boundsOf(stroke.points, stroke.pen.width / 2 + MARGIN));
  if (pointer) {
    const [x, y] = [pointer.x / 10, pointer.y / 10];
    all.push({ left: x - 24, right: x + 24, top: y - 24, bottom: y + 24 });
  }
  return all.length === 0 ? null : all.reduce(around);
}

/** Whether a stroke lies beneath the ink. */
const lies = (stroke: Stroke): boolean => isBeneath({ stroke, untilMs: 0 });

/** Whether a stroke has been drawn to its end and will stay. */
function isSettled({ stroke, untilMs }: VisibleStroke): boolean {
  return stroke.pen.kind !== 'fading' && untilMs >= lastMs(stroke);
}

const things = new WeakMap<object, number>();
let serial = 0;
/** A number for each list of things: lists are values, so the same list means the same things. */
function versionOf(list: object | undefined): number {
  if (!list) return 0;
  if (!things.has(list)) things.set(list, (serial += 1));
  return present(things.get(list));
}

/** Changes whenever the page beneath the ink has to be painted anew. */
function keyOf({ page, height, top, things, view, card }: Scene, pictures: Pictures, widthPx: number): string {
  const drawn = picturesOf(page).map((digest) => `${digest}${pictures.has(digest)}`);
  const backdrop = page.kind === 'board' ? versionOf(page.backdrop) : 0;
  const words = things.map((thing) => `${thing.id}@${thing.x},${thing.y}`);
  const seen = view ? `${view.x},${view.y},${view.width}` : '';
  const shown = card ? JSON.stringify(card) : '';
  return [page.id, widthPx, height, top, backdrop, versionOf(page.things), seen, shown, ...drawn, ...words].join(' ');
}
