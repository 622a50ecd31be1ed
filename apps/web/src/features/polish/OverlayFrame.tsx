import { layOver, type Overlay } from '@oakbell/core/edits';
import { PAGE_WIDTH, type Rect } from '@oakbell/core/pages';
import type { Scene } from '@oakbell/core/scene';
import { FrameOnPage } from '../../kits/stage/index.ts';
import { overlayName } from './editWords.ts';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly overlay: Overlay;
  readonly scene: Scene;
}

/** The frame on the stage by which a selected thing is moved and resized; none for what has no place. */
export function OverlayFrame({ polish, overlay, scene }: Props) {
  const viewHeight = scene.page.height;
  const place = placeOf(overlay, scene);
  if (!place) return null;
  const shape = overlay.kind === 'close-up' ? PAGE_WIDTH / viewHeight : undefined;
  return (
    <FrameOnPage
      rect={place}
      viewHeight={viewHeight}
      label={overlayName(overlay)}
      {...(shape ? { shape } : {})}
      onChange={(rect) => polish.edit((now) => layOver(now, placedAt(overlay, rect, scene)))}
    />
  );
}

function placeOf(overlay: Overlay, scene: Scene): Rect | null {
  const { top, page } = scene;
  switch (overlay.kind) {
    case 'close-up': {
      const { x, y, width } = overlay.view;
      return { x, y, width, height: (width * page.height) / PAGE_WIDTH };
    }
    case 'drawn': {
      const { x, y, width, height } = overlay.thing;
      return overlay.page === page.id ? { x, y: y - top, width, height } : null;
    }
    case 'highlight':
    case 'cover-up': {
      const { x, y, width, height } = overlay;
      return overlay.page === page.id ? { x, y: y - top, width, height } : null;
    }
    case 'inset':
      return overlay.place === 'hidden' ? null : { ...scene.camera.rect, ...overlay.place };
    default:
      return null;
  }
}

function placedAt(overlay: Overlay, rect: Rect, { top }: Scene): Overlay {
  const onPage = { ...rect, y: rect.y + top };
  switch (overlay.kind) {
    case 'close-up':
      return { ...overlay, view: { x: rect.x, y: rect.y, width: Math.max(80, rect.width) } };
    case 'drawn':
      return { ...overlay, thing: { ...overlay.thing, ...onPage } };
    case 'highlight':
    case 'cover-up':
      return { ...overlay, ...onPage };
    case 'inset':
      return { ...overlay, place: { x: rect.x, y: rect.y } };
    default:
      return overlay;
  }
}
