import { micros } from '@oakbell/core/clock';
import { union, type RangeSet } from '@oakbell/core/intervals';
import { useEffect, useRef, useState } from 'react';
import type { Edition, SegmentPlayer } from '../../kits/player/index.ts';
import { holdVisit, keeperOf, untoldOf } from './keptVisits.ts';
import type { Play } from './playLog.ts';
import { watchLine } from './watchLine.ts';
import { newVisit, WatchReports, type Telling } from './watchReports.ts';

/** Reports go out this often while something was played. */
const EVERY_MS = 10_000;
/** Milliseconds since 1970, by a clock that goes on evenly while the page is open, whatever the device's own clock does. */
const clock = (): number => performance.timeOrigin + performance.now();

interface Reporting {
  /** Nothing is begun nor reported where it is not. */
  readonly counted?: boolean;
  /** Called once more of it was counted. */
  readonly onTold?: (() => void) | undefined;
}

/**
 * Begins a visit, goes to where the learner stopped, and reports what is really played. Gives what was seen so far, and
 * how it stands with telling of it.
 */
export function useReports(
  player: SegmentPlayer,
  { id: editionId, title }: Pick<Edition, 'id' | 'title'>,
  { counted = true, onTold }: Reporting = {},
): { readonly seen: RangeSet; readonly telling: Telling } {
  const [seen, setSeen] = useState<RangeSet>([]);
  const [telling, setTelling] = useState<Telling>('told');
  const toTell = useRef(onTold);
  useEffect(() => {
    toTell.current = onTold;
  });
  useEffect(() => {
    if (!counted) return;
    let left = false;
    const visit = newVisit(editionId, title, clock());
    const keep = keeperOf(visit.id);
    const show = (plays: readonly Play[]) => setSeen((before) => union(before, plays as unknown as RangeSet));
    const line = {
      ...watchLine,
      report: (...[id, report, last]: Parameters<typeof watchLine.report>) => {
        return watchLine.report(id, report, last).then((told) => {
          toTell.current?.();
          return told;
        });
      },
    };
    // What waits from an earlier visit is seen already; without a network it goes on from where that was left.
    const before = untoldOf(editionId);
    if (before) show(before.plays);
    const resume = (at: number) => {
      const nearEnd = at > player.programme.length - 2e6;
      if (player.time === 0 && at > 0 && !nearEnd) player.seek(micros(at));
    };
    const reports = new WatchReports(visit, line, clock, {
      keep: (kept) => {
        show([...(kept?.open?.plays ?? []), ...(kept?.waiting?.plays ?? [])]);
        keep(kept);
      },
      // What was refused once stays said, whatever is counted after it.
      onTelling: (now) => {
        if (left) return;
        if (now === 'waiting' && before) resume(before.position);
        setTelling((said) => (typeof said === 'string' ? now : said));
      },
      onBegun: (begun) => {
        if (left) return;
        setSeen((seenSoFar) => union(seenSoFar, begun.seen as unknown as RangeSet));
        resume(begun.resumeAt);
      },
    });
    let letGo = (): void => undefined;
    void holdVisit(visit.id, () => new Promise<void>((resolve) => (letGo = resolve)));
    void reports.send(player.time);
    const look = (time: number, leapt = false) => {
      const { state, speed } = player.getView();
      const isMet = document.visibilityState === 'visible' || player.isHeard;
      // Where it waits for its sound it stands; what moves on all the same is heard.
      const counts = state !== 'paused' && isMet;
      reports.log.tick({ time, now: performance.now(), speed, counts, leapt });
    };
    const offTick = player.onTick(look);
    // Where it stands is told together with what was played up to there: it goes on from there the next time.
    const upToNow = (): number => {
      const { time } = player;
      look(time);
      return time;
    };
    const report = () => void reports.send(upToNow());
    const timer = setInterval(report, EVERY_MS);
    let { state } = player.getView();
    const offState = player.subscribe(() => {
      const before = state;
      ({ state } = player.getView());
      // It counts from where it begins, and not from the first frame after that.
      if (state === 'playing' && before === 'paused') look(player.time, true);
      else if (state !== 'playing') report();
    });
    const onHide = () => document.visibilityState === 'hidden' && void reports.send(upToNow(), true);
    // What a page that is closed cannot send any more is kept.
    const onLeave = () => reports.hold(upToNow());
    document.addEventListener('visibilitychange', onHide);
    window.addEventListener('pagehide', onLeave);
    window.addEventListener('online', report);
    return () => {
      left = true;
      clearInterval(timer);
      offTick();
      offState();
      document.removeEventListener('visibilitychange', onHide);
      window.removeEventListener('pagehide', onLeave);
      window.removeEventListener('online', report);
      void reports.send(upToNow(), true).finally(() => letGo());
    };
  }, [player, editionId, title, counted]);
  return { seen, telling };
}
