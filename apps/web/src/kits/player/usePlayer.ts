import type { Micros } from '@oakbell/core/clock';
import { ZERO } from '@oakbell/core/clock';
import { useEffect, useState, useSyncExternalStore } from 'react';
import type { PlayerView, SegmentPlayer } from './segmentPlayer.ts';

export const usePlayerView = (player: SegmentPlayer): PlayerView =>
  useSyncExternalStore(player.subscribe, player.getView);

/** Programme time, four times a second while playing and at once after a seek: enough for what is read. */
export function usePlayerTime(player: SegmentPlayer): Micros {
  const [time, setTime] = useState<Micros>(player.time ?? ZERO);
  useEffect(() => {
    let last = -Infinity;
    return player.onTick((now) => {
      if (Math.abs(now - last) < 100_000 && now !== player.programme.length) return;
      last = now;
      setTime(now);
    });
  }, [player]);
  return time;
}
