import { micros, type Micros } from '@oakbell/core/clock';
import { programmeTimeOf } from '@oakbell/core/edits';
import { lineAt, spokenOf, type SpokenOf } from '@oakbell/core/marking';
import { useMemo, type ComponentProps } from 'react';
import { usePlayerTime, type Edition, type PlayableLesson, type SegmentPlayer } from '../../../kits/player/index.ts';
import { RubricLines } from '../../../kits/rubric/index.ts';
import classes from '../Watch.module.css';

type Props = Omit<ComponentProps<typeof RubricLines>, 'moments' | 'now' | 'onSeek'> & {
  readonly edition: Edition;
  readonly player: SegmentPlayer;
};

/** A rubric beside spoken feedback: each line can be heard from where it is spoken of, and the one that is now is marked. */
export function SpokenRubric({ edition, player, ...rubric }: Props) {
  const moments = useMemo(() => momentsIn(edition.lesson), [edition]);
  const time = usePlayerTime(player);
  const seek = (at: Micros) => {
    player.seek(micros(Math.max(0, at - LEAD)));
    void player.play();
  };
  return (
    <div className={classes.below}>
      <RubricLines {...rubric} moments={moments} now={lineAt(moments, time)} onSeek={seek} />
    </div>
  );
}

/** A level is chosen a little after its line is come to: it is heard from so long before. */
const LEAD = 2_000_000;

/** When each line is spoken of, in programme time. */
function momentsIn({ programme, source }: PlayableLesson): readonly SpokenOf[] {
  const events = [...source.takes].flatMap(([sourceId, take]) =>
    take.rubric.flatMap((event) => {
      const at = programmeTimeOf(programme, { sourceId, time: event.at });
      return at === null ? [] : [{ ...event, at }];
    }),
  );
  return spokenOf(events);
}
