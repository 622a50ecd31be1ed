import {
  readLog,
  type Mark,
  type Stroke,
  writtenAs,
  type TakeEvent,
  earlierEvents,
  playedLog,
  pagesUp,
  logText,
} from '@oakbell/core/log';
import { dressingOf, isCard, isTake, type Chapter, type EditList, type Overlay } from '@oakbell/core/edits';
import type { ManifestPage, ManifestTake } from '@oakbell/core/formats';
import { intersect, union, type RangeSet } from '@oakbell/core/intervals';
import { picturesOf, type Rect } from '@oakbell/core/pages';
import { liesBeneath } from '@oakbell/core/scene';

/** The stretches of each take that an edition plays, in take time. */
export function playedRanges(edits: EditList): ReadonlyMap<string, RangeSet> {
  const ranges = new Map<string, RangeSet>();
  for (const { takeId, start, end } of edits.segments.filter(isTake))
    ranges.set(takeId, union(ranges.get(takeId) ?? [], [{ start, end }]));
  return ranges;
}

/** The events of a take by its id; none for one that is not there. */
export type EventsOf = (takeId: string) => readonly TakeEvent[];

/** The pages that are up in an edition at any time, and those that are shown in place of one. */
export function pagesPlayed(edits: EditList, eventsOf: EventsOf): ReadonlySet<string> {
  const played = [...playedRanges(edits)].flatMap(([takeId, ranges]) => [...pagesUp(eventsOf(takeId), ranges)]);
  const shown = overlaysPlayed(edits).flatMap((one) => (one.kind === 'page' ? [one.shows] : []));
  return new Set([...played, ...shown]);
}

/** What is laid over a stretch that is played. */
export function overlaysPlayed(edits: EditList): readonly Overlay[] {
  const ranges = playedRanges(edits);
  return (edits.overlays ?? []).filter((one) => intersect(ranges.get(one.takeId) ?? [], [one]).length > 0);
}

/**
 * An edit list as learners get it: what is laid over what they see, and chapters that they come to. Strokes that were
 * removed or recoloured are so in the log itself; the names of its maker's files are nobody else's.
 */
export function publishedEdits(edits: EditList): EditList {
  const { finish, cover: _cover, strokes: _strokes, overlays: _overlays, chapters, ...shown } = edits;
  const overlays = overlaysPlayed(edits);
  const ranges = playedRanges(edits);
  const cards = new Set(edits.segments.filter(isCard).map(({ card }) => card.id));
  const isReached = ({ sourceId, at }: Chapter) =>
    cards.has(sourceId) || (ranges.get(sourceId) ?? []).some(({ start, end }) => at >= start && at < end);
  return {
    ...shown,
    ...(overlays.length > 0 ? { overlays } : {}),
    ...(chapters === undefined ? {} : { chapters: chapters?.filter(isReached) ?? null }),
    ...(finish ? { finish: { ...finish, music: null } } : {}),
  };
}

interface TakesOf {
  readonly eventsOf: EventsOf;
  readonly earlierOf: (takeId: string) => readonly string[];
  /** The patches that lie over a page whenever it is up. */
  readonly coveredOn?: (page: string) => readonly Rect[];
}

/** The logs of the takes that an edition plays, each made of what is seen of it. */
export function publishedTakes(
  edits: EditList,
  { eventsOf, earlierOf, coveredOn = () => [] }: TakesOf,
): readonly ManifestTake[] {
  const { strokes } = dressingOf(edits);
  return [...playedRanges(edits)].map(([id, ranges]) => {
    const colourOf = (stroke: Stroke): string | null | undefined => {
      const name = writtenAs(stroke);
      // What an earlier take left is changed by what was said of that take.
      const change = strokes.find((one) => one.stroke === name && (stroke.at < 0 || one.takeId === id));
      return change && (change.colour ?? null);
    };
    const earlier = earlierOf(id).map((reference) => earlierEvents(reference, eventsOf));
    const isHidden = (mark: Mark) => liesBeneath(coveredOn(mark.page), mark);
    const events = playedLog(eventsOf(id), { ranges, earlier, colourOf, isHidden });
    return { id, log: logText(events), earlier: [] };
  });
}

/** Every picture that is shown with these pages. */
export const picturesShown = (pages: readonly ManifestPage[]): readonly string[] => [
  ...new Set(pages.flatMap((page) => [...picturesOf(page), ...(page.small ? [page.small] : [])])),
];

/** The events of a log as text; none where it cannot be read. */
export function eventsIn(text: string): readonly TakeEvent[] {
  const log = readLog(text);
  return log.ok ? log.events : [];
}

/** Every tenth of a second the largest of ten peaks. */
export function coarsePeaks(peaks: Uint8Array): Uint8Array {
  return Uint8Array.from({ length: Math.ceil(peaks.length / 10) }, (_, i) =>
    Math.max(...peaks.subarray(i * 10, i * 10 + 10)),
  );
}
