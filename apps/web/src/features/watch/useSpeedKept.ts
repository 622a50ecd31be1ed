import { useEffect } from 'react';
import { SPEEDS, type SegmentPlayer } from '../../kits/player/index.ts';
import { browserShelf, ownName } from '../../shared/api/index.ts';

/** The speed somebody chose is theirs the next time too. */
export function useSpeedKept(player: SegmentPlayer): void {
  useEffect(() => {
    const name = ownName('speed');
    const kept = Number(browserShelf.read(name));
    if ((SPEEDS as readonly number[]).includes(kept)) player.setSpeed(kept);
    let last = player.getView().speed;
    return player.subscribe(() => {
      const { speed } = player.getView();
      if (speed !== last) browserShelf.write(name, String(speed));
      last = speed;
    });
  }, [player]);
}
