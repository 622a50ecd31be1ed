import type { TimeRange } from '@oakbell/core/clock';
import { sourceStretches, type Programme } from '@oakbell/core/edits';
import { writtenAs } from '@oakbell/core/log';
import type { SceneSource } from '@oakbell/core/scene';

/** The strokes that were begun within a stretch of the lesson. */
export function inkIn(
  { takes, pages }: SceneSource,
  programme: Programme,
  range: TimeRange,
): readonly { readonly takeId: string; readonly stroke: string }[] {
  return sourceStretches(programme, range).flatMap(({ sourceId: takeId, start, end }) =>
    pages.flatMap((page) =>
      (takes.get(takeId)?.strokesAt(page.id, end) ?? [])
        .filter((stroke) => stroke.at >= start && stroke.at < end)
        .map((stroke) => ({ takeId, stroke: writtenAs(stroke) })),
    ),
  );
}
