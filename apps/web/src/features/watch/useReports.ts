import { union, type RangeSet } from '@oakbell/core/intervals';
import type { Micros } from '@oakbell/core/clock';
import { useEffect, useState } from 'react';
import type { SegmentPlayer } from '../../kits/player/index.ts';
import { call, client, Problem } from '../../shared/api/index.ts';
import { PlayLog, type Play } from './playLog.ts';

/** Reports go out this often while something was played. */
const EVERY_MS = 5000;

/** Begins a visit, goes to where the learner stopped, and reports what is really played. Returns what was seen so far. */
export function useReports(player: SegmentPlayer, editionId: string): RangeSet {
  const [seen, setSeen] = useState<RangeSet>([]);
  useEffect(() => {
    const log = new PlayLog();
    const leaving = new AbortController();
    let visit: string | null = null;

    void call(client.POST('/api/watching/visits', { body: { editionId } }))
      .then((begun) => {
        if (leaving.signal.aborted) return;
        visit = begun.id;
        setSeen((before) => union(before, begun.seen as unknown as RangeSet));
        const nearEnd = begun.resumeAt > player.programme.length - 2e6;
        if (player.time === 0 && begun.resumeAt > 0 && !nearEnd) player.seek(begun.resumeAt as Micros);
      })
      .catch(() => undefined);

    const offTick = player.onTick((time) => {
      const { state, speed } = player.getView();
      log.tick(time, speed, (state === 'playing' || state === 'ended') && document.visibilityState === 'visible');
    });
    const report = async (last: boolean) => {
      if (!visit) return;
      const plays = log.take();
      if (plays.length === 0) return;
      setSeen((before) => union(before, plays as unknown as RangeSet));
      const failure = await send(visit, plays, player.time, last);
      // What the server did not get is told with the next report; what it refuses is not told again.
      if (failure === 'not-arrived') log.putBack(plays);
    };
    const timer = setInterval(() => void report(false), EVERY_MS);
    const offState = player.subscribe(() => player.getView().state !== 'playing' && void report(false));
    const onHide = () => document.visibilityState === 'hidden' && void report(true);
    document.addEventListener('visibilitychange', onHide);
    return () => {
      leaving.abort();
      clearInterval(timer);
      offTick();
      offState();
      document.removeEventListener('visibilitychange', onHide);
      void report(true);
    };
  }, [player, editionId]);
  return seen;
}

async function send(
  visit: string,
  plays: readonly Play[],
  position: number,
  last: boolean,
): Promise<'not-arrived' | null> {
  const params = { path: { id: visit } };
  try {
    await call(
      client.POST('/api/watching/visits/{id}/reports', {
        params,
        body: { plays: [...plays], position },
        keepalive: last,
      }),
    );
    return null;
  } catch (failure) {
    const away =
      failure instanceof Problem &&
      (failure.status === 0 || failure.status >= 500 || failure.status === 409 || failure.status === 401);
    return away ? 'not-arrived' : null;
  }
}
