import { micros, type Micros } from '@oakbell/core/clock';
import { sceneAt, type Scene } from '@oakbell/core/scene';
import { newWords } from '@oakbell/core/telling';
import { useEffect, useState } from 'react';
import type { PlayableLesson, SegmentPlayer } from '../../../kits/player/index.ts';

/** What has come is told so often at most, in microseconds of the lesson: a stroke each would be noise. */
const EVERY_US = 2_000_000;

/** What has come onto the page since the last time, in words, while it is wanted and the lesson plays. */
export function useTold(player: SegmentPlayer, { source }: PlayableLesson, isWanted: boolean): string {
  const [news, setNews] = useState('');
  useEffect(() => {
    if (!isWanted) return;
    let last: { readonly at: Micros; readonly scene: Scene } | null = null;
    return player.onTick((time, leapt) => {
      if (last && !leapt && Math.abs(time - last.at) < EVERY_US) return;
      const scene = sceneAt(source, time);
      if (!scene) return;
      if (last && !leapt) setNews(newWords(last.scene, scene).join(' '));
      last = { at: micros(time), scene };
    });
  }, [player, source, isWanted]);
  return isWanted ? news : '';
}
