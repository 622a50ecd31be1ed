import { micros, type Micros } from '@oakbell/core/clock';
import { programmeOf, programmeTimeOf, type EditList, type Programme } from '@oakbell/core/edits';
import { earlierEvents, readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
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
}

/** Reads the logs and lays everything out on the programme's axis. Pages that are never up are left out of the strip. */
export function playableLesson({ edits, pages, takes }: RawLesson): PlayableLesson {
  const events = new Map(takes.map((take) => [take.id, eventsOf(take.log)]));
  const index = new Map(
    takes.map((take) => [
      take.id,
      new TakeIndex(
        events.get(take.id) ?? [],
        take.earlier.map((reference) => earlierEvents(reference, (id) => events.get(id) ?? [])),
      ),
    ]),
  );
  const programme = programmeOf(edits);
  const named = pages.map((one, i) => ({ ...one, name: `Page ${i + 1}` }));
  const turns = turnsOf(programme, index).map(({ at, page }) => {
    const found = named.find((one) => one.page.id === page);
    return { at, page, name: found?.name ?? '', small: found?.small ?? null };
  });
  const shown = new Set(turns.map((turn) => turn.page));
  return {
    programme,
    source: { pages: pages.map((one) => one.page), programme, takes: index },
    pages: named.filter((one) => shown.has(one.page.id)),
    turns,
    ink: momentsOf(programme, index),
  };
}

function eventsOf(log: string): readonly TakeEvent[] {
  const read = readLog(log);
  return read.ok ? read.events : [];
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
    const take = index.get(segment.takeId);
    const start = programme.starts[i]!;
    add(start, take?.pageAt(segment.start) ?? null);
    for (const turn of take?.turns ?? []) {
      if (turn.at > segment.start && turn.at < segment.end) add(start + turn.at - segment.start, turn.page);
    }
  });
  return turns;
}

function momentsOf(programme: Programme, index: ReadonlyMap<string, TakeIndex>): readonly Micros[] {
  const takeIds = [...new Set(programme.segments.map((segment) => segment.takeId))];
  return takeIds.flatMap((takeId) =>
    (index.get(takeId)?.inkMoments() ?? []).flatMap((time) => programmeTimeOf(programme, { takeId, time }) ?? []),
  );
}
