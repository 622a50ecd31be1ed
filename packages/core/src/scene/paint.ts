import type { Point } from '../ink/index.ts';
import { PAGE_WIDTH, type Page, type PictureThing, type TextThing } from '../pages/index.ts';
import type { CameraLook } from './cameraLook.ts';
import type { Card } from '../edits/index.ts';
import { WHOLE } from './closeUp.ts';
import { POINTER, VEIL } from './colours.ts';
import { drawStroke } from './drawStroke.ts';
import { drawCard, drawOver } from './paintOver.ts';
import { drawPage, drawThing, isDark, type FilmPicture } from './paintThings.ts';
import type { Scene, VisibleStroke } from './scene.ts';
import type { Picture, Surface, Target } from './surface.ts';

/** The films of a moment: of the presenter, and of what the page itself shows. */
export interface Films<P extends Picture> {
  readonly camera?: FilmPicture<P> | undefined;
  readonly page?: FilmPicture<P> | undefined;
}

/** Paints a whole scene: what is in view from the surface's origin. Nothing right of the page is touched. */
export function paint<P extends Picture>(target: Target<P>, scene: Scene, films: Films<P> = {}): void {
  if (scene.card) {
    paintCard(target, scene.card);
    return paintVeil(target, scene);
  }
  const scrolled = { ...target, top: scene.top, ...(scene.view ? { view: scene.view } : {}) };
  const dark = isDark(scene.page);
  paintPage(scrolled, scene.page, scene.height, films.page);
  for (const stroke of scene.strokes) if (isBeneath(stroke)) paintStroke(scrolled, stroke, dark);
  for (const thing of scene.things) paintThing(scrolled, thing, dark);
  for (const stroke of scene.strokes) if (!isBeneath(stroke)) paintStroke(scrolled, stroke, dark);
  paintOver(scrolled, scene);
  if (scene.pointer) paintPointer(scrolled, scene.pointer, scene.pointerScale);
  if (films.camera) paintCamera(target, scene.camera, films.camera);
  paintVeil(target, scene);
}

/** Paints what was laid over page and ink afterwards. */
export function paintOver<P extends Picture>(target: Target<P>, { over = [], page }: Scene): void {
  if (over.length === 0) return;
  inPageUnits(target, (surface) => {
    for (const one of over) drawOver({ ...target, surface }, one, isDark(page));
  });
}

/** Paints a card over everything. */
export function paintCard<P extends Picture>(target: Target<P>, card: Card): void {
  inPageUnits({ surface: target.surface, widthPx: target.widthPx, assets: target.assets }, (surface) =>
    drawCard(surface, card),
  );
}

/** Paints how far a scene has faded away. */
export function paintVeil<P extends Picture>({ surface, widthPx }: Target<P>, { veil = 0, page }: Scene): void {
  if (veil <= 0) return;
  surface.save();
  surface.globalAlpha = veil;
  surface.fillStyle = VEIL;
  surface.fillRect(0, 0, widthPx, (widthPx * page.height) / PAGE_WIDTH);
  surface.restore();
}

/** Highlighter lies beneath ink and text. */
export const isBeneath = ({ stroke }: VisibleStroke): boolean => stroke.pen.kind === 'highlighter';

/** Paints a page without ink, down to `height` page units: its own height unless it has grown. */
export function paintPage<P extends Picture>(
  target: Target<P>,
  page: Page,
  height = page.height,
  film?: FilmPicture<P>,
): void {
  inPageUnits(target, () => drawPage(target, page, height, film));
}

/** Paints a text or a picture that was put onto the page. */
export function paintThing<P extends Picture>(target: Target<P>, thing: TextThing | PictureThing, dark = false): void {
  inPageUnits(target, (surface) => drawThing({ ...target, surface }, thing, dark));
}

/** Paints one stroke as far as it was drawn. */
export function paintStroke<P extends Picture>(target: Target<P>, visible: VisibleStroke, dark = false): void {
  const { stroke, untilMs, opacity = 1 } = visible;
  if (stroke.points.length === 0 || opacity <= 0) return;
  inPageUnits(target, (surface) => drawStroke(surface, stroke, { dark, untilMs, opacity }));
}

/** A ring with a dot: seen on dark and on light, and not mistaken for ink. */
export function paintPointer<P extends Picture>(target: Target<P>, place: Point, larger = 1): void {
  inPageUnits(target, (surface) => {
    surface.globalAlpha = 0.9;
    surface.strokeStyle = POINTER;
    surface.lineWidth = 4 * Math.sqrt(larger);
    surface.beginPath();
    surface.arc(place.x / 10, place.y / 10, 16 * larger, 0, Math.PI * 2);
    surface.stroke();
    surface.fillStyle = POINTER;
    surface.beginPath();
    surface.arc(place.x / 10, place.y / 10, 4 * larger, 0, Math.PI * 2);
    surface.fill();
  });
}

/** Paints the camera picture as the framing has it: filling its place, cut off where it is too long or too wide. */
export function paintCamera<P extends Picture>(
  target: Target<P>,
  { rect, opacity, roundness, crop, mirrored }: CameraLook,
  { picture, width, height }: FilmPicture<P>,
): void {
  if (opacity <= 0 || width <= 0 || height <= 0) return;
  inPageUnits({ surface: target.surface, widthPx: target.widthPx, assets: target.assets }, (surface) => {
    surface.globalAlpha = opacity;
    surface.beginPath();
    if (roundness > 0.5) {
      const [rx, ry] = [rect.width / 2, rect.height / 2];
      surface.ellipse(rect.x + rx, rect.y + ry, rx, ry, 0, 0, Math.PI * 2);
    } else surface.rect(rect.x, rect.y, rect.width, rect.height);
    surface.clip();
    const shown = { width: (crop[2] - crop[0]) * width, height: (crop[3] - crop[1]) * height };
    const scale = Math.max(rect.width / shown.width, rect.height / shown.height);
    const [sWidth, sHeight] = [rect.width / scale, rect.height / scale];
    const sx = crop[0] * width + (shown.width - sWidth) / 2;
    const sy = crop[1] * height + (shown.height - sHeight) / 2;
    if (mirrored) {
      surface.translate(rect.x * 2 + rect.width, 0);
      surface.scale(-1, 1);
    }
    surface.drawImage(picture, sx, sy, sWidth, sHeight, rect.x, rect.y, rect.width, rect.height);
  });
}

function inPageUnits<P extends Picture>(target: Target<P>, draw: (surface: Surface<P>) => void): void {
  const { surface, top = 0, view = WHOLE } = target;
  surface.save();
  surface.scale(target.widthPx / view.width, target.widthPx / view.width);
  if (top !== 0 || view !== WHOLE) surface.translate(-view.x, -top - view.y);
  draw(surface);
  surface.restore();
}
