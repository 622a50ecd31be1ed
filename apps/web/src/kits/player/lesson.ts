import { micros, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  chaptersOf,
  dressingOf,
  isTake,
  playedOf,
  programmeOf,
  programmeTimeOf,
  type ChapterMark,
  type EditList,
  type Programme,
} from '@oakbell/core/edits';
import { earlierEvents, readEarlier, readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import type { SceneSource } from '@oakbell/core/scene';
import type { PageTurn } from '../timeline/index.ts';

export interface PlayablePage {
  readonly page: Page;
  /** Address of its small picture. */
  readonly small: string | null;
  readonly name: string;
}
/** Everything that is drawn while a lesson plays. */
export interface PlayableLesson {
  readonly programme: Programme;
  readonly source: SceneSource;
  readonly pages: readonly PlayablePage[];
  readonly turns: readonly PageTurn[];
  /** In programme time; those of the page turns where none were written. */
  readonly chapters: readonly ChapterMark[];
  /** Whether its maker wrote them. */
  readonly hasChapters: boolean;
  readonly ink: readonly Micros[];
}
interface RawTake {
  readonly id: string;
  readonly log: string;
  readonly earlier: readonly string[];
}
interface RawLesson {
  readonly edits: EditList;
  readonly pages: readonly { readonly page: Page; readonly small: string | null }[];
  readonly takes: readonly RawTake[];
  /** What of it is kept, where its ends are drawn out. */
  readonly kept?: TimeRange;
}

/** Reads the logs and lays everything out on the programme's axis. Pages that are never up are left out of the strip. */
export function playableLesson({ edits, pages, takes, kept }: RawLesson): PlayableLesson {
  const index = new Map(takes.map((take) => [take.id, indexOf(take, takes)]));
  const programme = programmeOf(edits);
  const named = pages.map((one, i) => ({ ...one, name: `Page ${i + 1}` }));
  const turns = turnsOf(programme, index).map(({ at, page }) => {
    const found = named.find((one) => one.page.id === page);
    return { at, page, name: found?.name ?? '', small: found?.small ?? null };
  });
  const shown = new Set(turns.map((turn) => turn.page));
  return {
    programme,
    source: {
      pages: pages.map((one) => one.page),
      programme,
      takes: index,
      dressing: dressingOf(edits),
      ...(kept ? { kept } : {}),
    },
    pages: named.filter((one) => shown.has(one.page.id)),
    turns,
    hasChapters: (edits.chapters ?? null) !== null,
    chapters: chaptersOf(
      edits,
      programme,
      turns.map(({ at, name }) => ({ at, title: name })),
    ),
    ink: momentsOf(programme, index),
  };
}

const indexed = new WeakMap<RawTake, { readonly index: TakeIndex; readonly of: number }>();

/** A take never changes, so it is read once, however often the lesson is edited. */
function indexOf(take: RawTake, takes: readonly RawTake[]): TakeIndex {
  const stoodOn = takes.filter((one) => take.earlier.some((reference) => readEarlier(reference).takeId === one.id));
  const known = indexed.get(take);
  if (known?.of === stoodOn.length) return known.index;
  const events = (id: string) => eventsOf(stoodOn.find((one) => one.id === id));
  const index = new TakeIndex(
    eventsOf(take),
    take.earlier.map((reference) => earlierEvents(reference, events)),
  );
  indexed.set(take, { index, of: stoodOn.length });
  return index;
}

const read = new WeakMap<RawTake, readonly TakeEvent[]>();
function eventsOf(take: RawTake | undefined): readonly TakeEvent[] {
  if (!take) return [];
  const known = read.get(take);
  if (known) return known;
  const log = readLog(take.log);
  const events = log.ok ? log.events : [];
  read.set(take, events);
  return events;
}

/** Page turns on the programme's axis: the page that is up where each segment starts, and every turn within it. */
export function turnsOf(
  programme: Programme,
  index: ReadonlyMap<string, TakeIndex>,
): readonly { at: Micros; page: string }[] {
  const turns: { at: Micros; page: string }[] = [];
  const add = (at: number, page: string | null) => {
    if (page !== null && turns.at(-1)?.page !== page) turns.push({ at: micros(at), page });
  };
  programme.segments.forEach((segment, i) => {
    const take = isTake(segment) ? index.get(segment.takeId) : undefined;
    const start = programme.starts[i]!;
    add(start, take?.pageAt(segment.start) ?? null);
    for (const turn of take?.turns ?? []) {
      if (turn.at > segment.start && turn.at < segment.end) add(start + playedOf(segment, turn.at), turn.page);
    }
  });
  return turns;
}

function momentsOf(programme: Programme, index: ReadonlyMap<string, TakeIndex>): readonly Micros[] {
  const takeIds = [...new Set(programme.segments.filter(isTake).map((segment) => segment.takeId))];
  return takeIds.flatMap((takeId) =>
    (index.get(takeId)?.inkMoments() ?? []).flatMap(
      (time) => programmeTimeOf(programme, { sourceId: takeId, time }) ?? [],
    ),
  );
}
