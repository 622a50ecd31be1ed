/*
 * Why two canvases: what is settled (the page and the strokes that are done) is painted once and stays; the stroke
 * being drawn and the pointer change at every frame and are painted on a clear canvas above. A frame costs what
 * has changed, not what is on the page.
 */
import { PAGE_WIDTH } from '@oakbell/core/pages';
import {
  paintPage,
  paintPointer,
  paintStroke,
  type Scene,
  type Surface,
  type VisibleStroke,
} from '@oakbell/core/scene';
import type { Pictures } from './pictures.ts';

type Canvas2D = CanvasRenderingContext2D & Surface<ImageBitmap>;

export class ScenePainter {
  #settled: readonly string[] = [];
  #pageKey = '';
  readonly #base: Canvas2D;
  readonly #top: Canvas2D;

  constructor(base: HTMLCanvasElement, top: HTMLCanvasElement) {
    this.#base = base.getContext('2d', { alpha: false }) as Canvas2D;
    this.#top = top.getContext('2d', { desynchronized: true }) as Canvas2D;
  }

  /** Paints a scene `widthPx` device pixels wide. */
  paint(scene: Scene, pictures: Pictures, widthPx: number): void {
    const heightPx = Math.round((widthPx * scene.page.height) / PAGE_WIDTH);
    this.#resize(widthPx, heightPx);
    const done = scene.strokes.filter(isDone);
    const ids = done.map((visible) => visible.stroke.id);
    const picture = scene.page.kind === 'board' ? '' : `${scene.page.picture} ${pictures.has(scene.page.picture)}`;
    const pageKey = `${scene.page.id} ${picture} ${widthPx}`;
    const base = { surface: this.#base, widthPx, assets: pictures };
    const grown = pageKey === this.#pageKey && this.#settled.every((id, i) => ids[i] === id);
    if (!grown) paintPage(base, scene.page);
    for (const visible of grown ? done.slice(this.#settled.length) : done) paintStroke(base, visible);
    this.#settled = ids;
    this.#pageKey = pageKey;
    const top = { surface: this.#top, widthPx, assets: pictures };
    this.#top.clearRect(0, 0, widthPx, heightPx);
    for (const visible of scene.strokes) if (!isDone(visible)) paintStroke(top, visible);
    if (scene.pointer) paintPointer(top, scene.pointer);
  }

  #resize(width: number, height: number): void {
    for (const { canvas } of [this.#base, this.#top]) {
      if (canvas.width === width && canvas.height === height) continue;
      canvas.width = width;
      canvas.height = height;
      this.#pageKey = '';
    }
  }
}

/** Whether a stroke has been drawn to its end. */
function isDone({ stroke, untilMs }: VisibleStroke): boolean {
  return untilMs >= (stroke.points[stroke.points.length - 1] ?? 0);
}
