import type { Micros } from '@oakbell/core/clock';
import { ZERO } from '@oakbell/core/clock';
import { startTransition, useEffect, useState, useSyncExternalStore } from 'react';
import type { PlayerView, SegmentPlayer } from './segmentPlayer.ts';

export const usePlayerView = (player: SegmentPlayer): PlayerView =>
  useSyncExternalStore(player.subscribe, player.getView);

/** Programme time, ten times a second while playing, and at once after a seek and where it stops: enough for what is read. */
export function usePlayerTime(player: SegmentPlayer): Micros {
  const [time, setTime] = useState<Micros>(player.time ?? ZERO);
  useEffect(() => {
    let last = -Infinity;
    const tell = (now: Micros) => {
      const isPlaying = player.getView().state === 'playing';
      if (isPlaying && Math.abs(now - last) < 100_000 && now !== player.programme.length) return;
      last = now;
      // The page is painted first; what tells the time follows. Where it stands, both are told at once.
      if (isPlaying) startTransition(() => setTime(now));
      else setTime(now);
    };
    // A player that was put in the place of another stands somewhere already.
    tell(player.time);
    const leave = [player.onTick(tell), player.subscribe(() => tell(player.time))];
    return () => leave.forEach((end) => end());
  }, [player]);
  return time;
}
