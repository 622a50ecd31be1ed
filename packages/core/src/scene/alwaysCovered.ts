import { isTake, type Patch } from '../edits/index.ts';
import { intersect } from '../intervals/index.ts';
import type { Mark } from '../log/index.ts';
import type { Rect, TextThing, Thing } from '../pages/index.ts';
import { textHeight } from './paintThings.ts';
import type { SceneSource } from './scene.ts';

/**
 * The cover-ups that lie over a page in every moment in which it is up: what they hide is never to be seen, so it need
 * not be given to anyone. None where the page is also shown in place of another.
 */
export function alwaysCovered({ programme, takes, dressing }: SceneSource, page: string): readonly Patch[] {
  const overlays = dressing?.overlays ?? [];
  if (overlays.some((one) => one.kind === 'page' && one.shows === page)) return [];
  const up = programme.segments.filter(isTake).flatMap((segment) => {
    const shown = takes.get(segment.takeId)?.shownRanges((id) => id === page) ?? [];
    return intersect([segment], shown).map(({ start, end }) => ({ takeId: segment.takeId, start, end }));
  });
  if (up.length === 0) return [];
  return overlays.filter(
    (one): one is Patch =>
      one.kind === 'cover-up' &&
      one.page === page &&
      up.every(({ takeId, start, end }) => takeId === one.takeId && one.start <= start && end <= one.end),
  );
}

/** Whether a thing on a page, or a mark that was made on it, lies wholly beneath one of these patches. */
export function liesBeneath(patches: readonly Rect[], what: Thing | Mark): boolean {
  const { x, y, width, height } = reach(what);
  return patches.some(
    (patch) =>
      patch.x <= x && patch.y <= y && x + width <= patch.x + patch.width && y + height <= patch.y + patch.height,
  );
}

/** A rectangle in page units that nothing of it lies outside of. */
function reach(what: Thing | Mark): Rect {
  if ('thing' in what) return reach(what.thing);
  if ('kind' in what) {
    if (what.kind === 'text') return reachOfText(what);
    const edge = 'stroke' in what ? what.stroke : 0;
    return { x: what.x - edge, y: what.y - edge, width: what.width + 2 * edge, height: what.height + 2 * edge };
  }
  const edge = what.pen.width;
  const along = (axis: 0 | 1) => what.points.filter((_, i) => i % 4 === axis).map((tenths) => tenths / 10);
  const [xs, ys] = [along(0), along(1)];
  const [x, y] = [least(xs) - edge, least(ys) - edge];
  return { x, y, width: most(xs) + edge - x, height: most(ys) + edge - y };
}

const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity);
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), -Infinity);

/**
 * Text is broken where it is painted. With letters that are at most as wide as they are high, and two lines following
 * each other never fitting into one, it reaches no farther than this.
 */
function reachOfText({ x, y, width, height, text, size }: TextThing): Rect {
  const lines = text.split('\n').reduce((sum, paragraph) => {
    const most = 1 + 2 * Math.ceil((paragraph.length * size) / width);
    return sum + Math.min(paragraph.split(' ').length, most);
  }, 0);
  const longest = text.split(/\s/).reduce((longest, word) => Math.max(longest, word.length), 0);
  return { x, y, width: Math.max(width, longest * size), height: Math.max(height, textHeight(size, lines)) };
}
