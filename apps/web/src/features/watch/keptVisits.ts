import { LATEST_REPORT_MS } from '@oakbell/core/clock';
import { browserShelf, ownName, WATCHED_HERE } from '../../shared/api/index.ts';
import type { Play } from './playLog.ts';
import { watchLine } from './watchLine.ts';
import { WatchReports, type KeptVisit, type WatchLine } from './watchReports.ts';

/*
 * What was played and is not counted yet, in this browser, by person and visit: it outlives the page, the session and
 * the network, and is told when its learner is here again.
 */

/** Keeps a visit of whoever is signed in now, also after they have signed out. */
export function keeperOf(id: string): (visit: KeptVisit | null) => void {
  const name = ownName(WATCHED_HERE + id);
  return (visit) => {
    if (visit) browserShelf.write(name, JSON.stringify(visit));
    else browserShelf.remove(name);
  };
}

/** The page that a visit is watched on has it to itself: nobody else tells of it meanwhile. */
export async function holdVisit(id: string, work: () => Promise<void>): Promise<void> {
  // A frame of another page may have no locks: nothing of it outlives the page either.
  await navigator.locks.request(WATCHED_HERE + id, work).catch(() => undefined);
}

export interface Uncounted {
  readonly title: string;
  /** Seconds of the lesson. */
  readonly seconds: number;
  readonly why: string;
}

/**
 * Tells of everything that waits for whoever is signed in, except of what is being watched in another tab. Gives what
 * was refused, which is kept no longer; what the network takes is kept.
 */
export async function tellKept(
  line: WatchLine = watchLine,
  now: () => number = Date.now,
): Promise<readonly Uncounted[]> {
  const uncounted: Uncounted[] = [];
  for (const visit of keptVisits()) {
    await navigator.locks.request(WATCHED_HERE + visit.id, { ifAvailable: true }, async (mine) => {
      if (!mine) return;
      const keep = keeperOf(visit.id);
      const tell = (why: string) => uncounted.push({ title: visit.title, seconds: secondsOf(visit), why });
      if (now() - visit.startedAt > LATEST_REPORT_MS) {
        keep(null);
        return void tell('It is more than thirty days old.');
      }
      const onTelling = (telling: unknown) => isRefused(telling) && tell(telling.refused);
      await new WatchReports(visit, line, now, { keep, onTelling }).sendHeld();
    });
  }
  return uncounted;
}

/** What was watched of an edition here and is not told yet: what was played, and where it was left last. Null for nothing. */
export function untoldOf(editionId: string): { readonly plays: readonly Play[]; readonly position: number } | null {
  const reports = keptVisits()
    .filter((visit) => visit.editionId === editionId)
    .flatMap(({ open, waiting }) => [open, waiting].filter((one) => one !== null))
    .toSorted((a, b) => a.at - b.at);
  const last = reports.at(-1);
  return last ? { plays: reports.flatMap(({ plays }) => plays), position: last.position } : null;
}

const isRefused = (telling: unknown): telling is { readonly refused: string } =>
  typeof telling === 'object' && telling !== null && 'refused' in telling;

function keptVisits(): readonly KeptVisit[] {
  const mine = ownName(WATCHED_HERE);
  return browserShelf
    .names()
    .filter((name) => name.startsWith(mine))
    .flatMap((name) => {
      try {
        return [JSON.parse(browserShelf.read(name) ?? '') as KeptVisit];
      } catch {
        browserShelf.remove(name);
        return [];
      }
    });
}

const secondsOf = ({ open, waiting }: KeptVisit): number =>
  [...(open?.plays ?? []), ...(waiting?.plays ?? [])].reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);
