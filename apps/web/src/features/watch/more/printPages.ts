import { micros, ZERO } from '@oakbell/core/clock';
import { PAGE_WIDTH, picturesOf } from '@oakbell/core/pages';
import { plainScene, paint, sceneAt, type Scene, type Surface } from '@oakbell/core/scene';
import { type Edition, type PlayableLesson } from '../../../kits/player/index.ts';
import { loadPageFont } from '../../../kits/stage/index.ts';
import { pictureAt, Problem } from '../../../shared/api/index.ts';

/** Sharp on paper, in pixels across. */
const WIDE_PX = 2000;
/** A moment before the end of something is still within it. */
const MOMENT = 1;

/** Each page as it stands when it is up for the last time, in the order of the lesson. */
export function lastScenes({ pages, turns, programme, source }: PlayableLesson): readonly Scene[] {
  return pages.map(({ page, name }) => {
    const at = turns.findLastIndex((turn) => turn.name === name);
    const end = turns[at + 1]?.at ?? programme.length;
    const scene = at < 0 ? null : sceneAt(source, micros(Math.max(ZERO, end - MOMENT)));
    const { strokes = [], things = [], over = [] } = scene ?? {};
    // What belongs to the moment and not to the page is left out: pointer, camera, close-up, fading.
    return { ...plainScene(scene?.page ?? page), ...{ strokes, things, over } };
  });
}

/** Has the pages printed as they stand at the end. @throws Problem where a picture of one cannot be had */
export async function printPages({ title, lesson }: Edition): Promise<void> {
  await loadPageFont();
  const frame = document.createElement('iframe');
  frame.title = 'The pages of the lesson';
  frame.className = 'ob-hidden';
  document.body.append(frame);
  const paper = frame.contentDocument;
  const view = frame.contentWindow;
  if (!paper || !view) return;
  paper.title = title;
  const style = paper.createElement('style');
  style.textContent = '@page { margin: 10mm } img { display: block; width: 100%; break-after: page }';
  paper.head.append(style);
  for (const [i, scene] of lastScenes(lesson).entries()) {
    const image = paper.createElement('img');
    image.alt = `Page ${i + 1}`;
    image.src = await pictureOf(scene);
    await image.decode();
    paper.body.append(image);
  }
  view.addEventListener('afterprint', () => frame.remove());
  view.focus();
  view.print();
}

async function pictureOf(scene: Scene): Promise<string> {
  const assets = new Map<string, ImageBitmap>();
  for (const digest of picturesOf(scene.page)) assets.set(digest, await fetchedPicture(pictureAt(digest)));
  for (const thing of scene.things)
    if ('picture' in thing) assets.set(thing.picture, await fetchedPicture(pictureAt(thing.picture)));
  const canvas = document.createElement('canvas');
  canvas.width = WIDE_PX;
  canvas.height = Math.round((WIDE_PX * scene.page.height) / PAGE_WIDTH);
  const surface = canvas.getContext('2d') as CanvasRenderingContext2D & Surface<ImageBitmap>;
  paint({ surface, widthPx: WIDE_PX, assets }, scene);
  return canvas.toDataURL('image/png');
}

async function fetchedPicture(address: string): Promise<ImageBitmap> {
  const response = await fetch(address).catch(() => null);
  if (!response?.ok)
    throw new Problem(0, 'no-picture', 'A picture could not be fetched. Print once the network is back.');
  return createImageBitmap(await response.blob());
}
