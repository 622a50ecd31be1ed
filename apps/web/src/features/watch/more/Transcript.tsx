import { Text } from '@mantine/core';
import { transcript } from '@oakbell/core/captions';
import { timeText } from '@oakbell/core/clock';
import { useMemo } from 'react';
import { usePlayerTime, type Edition, type SegmentPlayer } from '../../../kits/player/index.ts';
import classes from '../Watch.module.css';

/** All that is said, to be read; each paragraph plays from where it begins. */
export function Transcript({ edition, player }: { readonly edition: Edition; readonly player: SegmentPlayer }) {
  const { captions, lesson } = edition;
  const time = usePlayerTime(player);
  const said = useMemo(
    () =>
      transcript(
        captions,
        lesson.turns.map(({ at }) => at),
      ),
    [captions, lesson.turns],
  );
  const now = said.findLastIndex(({ at }) => at <= time);
  return (
    <section aria-label="All that is said" className={classes.transcript}>
      <Text size="sm">Press a paragraph to hear it.</Text>
      {said.map(({ at, text }, i) => (
        <button
          key={at}
          type="button"
          className={classes.paragraph}
          aria-current={i === now ? 'true' : undefined}
          onClick={() => player.seek(at)}
        >
          <span className="ob-time">{timeText(at)}</span>
          <span>{text}</span>
        </button>
      ))}
    </section>
  );
}
