import type { Patch } from '../edits/index.ts';
import { intersect } from '../intervals/index.ts';
import type { SceneSource } from './scene.ts';

/**
 * The cover-ups that lie over a page in every moment in which it is up: what they hide is never to be seen, so it need
 * not be given to anyone. None where the page is also shown in place of another.
 */
export function alwaysCovered({ programme, takes, dressing }: SceneSource, page: string): readonly Patch[] {
  const overlays = dressing?.overlays ?? [];
  if (overlays.some((one) => one.kind === 'page' && one.shows === page)) return [];
  const up = programme.segments.flatMap((segment) => {
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
