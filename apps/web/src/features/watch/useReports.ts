import { union, type RangeSet } from '@oakbell/core/intervals';
import { micros } from '@oakbell/core/clock';
import { useEffect, useState } from 'react';
import type { SegmentPlayer } from '../../kits/player/index.ts';
import { call, client, Problem } from '../../shared/api/index.ts';
import { WatchReports, type Sent, type WatchLine } from './watchReports.ts';

/** Reports go out this often while something was played. */
const EVERY_MS = 5000;

/** Begins a visit, goes to where the learner stopped, and reports what is really played. Returns what was seen so far. */
export function useReports(player: SegmentPlayer, editionId: string): RangeSet {
  const [seen, setSeen] = useState<RangeSet>([]);
  useEffect(() => {
    let left = false;
    const reports = new WatchReports(
      crypto.randomUUID(),
      lineFor(editionId, (plays) => setSeen((before) => union(before, plays))),
      () => performance.now(),
      (begun) => {
        if (left) return;
        setSeen((before) => union(before, begun.seen as unknown as RangeSet));
        const nearEnd = begun.resumeAt > player.programme.length - 2e6;
        if (player.time === 0 && begun.resumeAt > 0 && !nearEnd) player.seek(micros(begun.resumeAt));
      },
    );
    void reports.send(player.time);
    const offTick = player.onTick((time) => {
      const { state, speed } = player.getView();
      const counts = (state === 'playing' || state === 'ended') && document.visibilityState === 'visible';
      reports.log.tick(time, speed, counts);
    });
    const report = () => void reports.send(player.time);
    const timer = setInterval(report, EVERY_MS);
    const offState = player.subscribe(() => player.getView().state !== 'playing' && report());
    const onHide = () => document.visibilityState === 'hidden' && void reports.send(player.time, true);
    document.addEventListener('visibilitychange', onHide);
    window.addEventListener('online', report);
    return () => {
      left = true;
      clearInterval(timer);
      offTick();
      offState();
      document.removeEventListener('visibilitychange', onHide);
      window.removeEventListener('online', report);
      void reports.send(player.time, true);
    };
  }, [player, editionId]);
  return seen;
}

function lineFor(editionId: string, onPlays: (plays: RangeSet) => void): WatchLine {
  return {
    begin: ({ id, agoMs }) =>
      call(client.PUT('/api/watching/visits/{id}', { params: { path: { id } }, body: { editionId, agoMs } })).catch(
        (failure: unknown) => (isAway(failure) ? ('away' as const) : ('refused' as const)),
      ),
    report: async (id, { number, plays, position }, last): Promise<Sent> => {
      onPlays(plays as unknown as RangeSet);
      const body = { number, plays: [...plays], position };
      const sent = client.POST('/api/watching/visits/{id}/reports', {
        params: { path: { id } },
        body,
        keepalive: last,
      });
      return call(sent).then(
        () => 'counted',
        (failure: unknown) => (isAway(failure) ? 'away' : 'refused'),
      );
    },
  };
}

/** Not there now, or signed out meanwhile: it is sent again. What the server refuses is not. */
const isAway = (failure: unknown): boolean =>
  failure instanceof Problem &&
  (failure.status === 0 || failure.status >= 500 || [401, 409, 429].includes(failure.status));
