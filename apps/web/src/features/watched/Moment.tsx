import { Group, Text, Title } from '@mantine/core';
import { timeText, type Micros } from '@oakbell/core/clock';
import { momentPlayed, type LearnerPlayed } from '@oakbell/core/coverage';
import { useEffect, useState } from 'react';
import { pictureAt } from '../../shared/api/index.ts';
import { editionPlayer, LessonStage, PlayControls, type Edition } from '../../kits/player/index.ts';
import classes from './Watched.module.css';

interface Props {
  readonly edition: Edition;
  readonly at: Micros;
  readonly learners: readonly LearnerPlayed[];
}

/** A moment of the lesson as it is painted and heard, with how the class met it. */
export function Moment({ edition, at, learners }: Props) {
  const [player] = useState(() => editionPlayer(edition));
  useEffect(() => player.seek(at), [player, at]);
  useEffect(() => () => player.close(), [player]);
  const page = edition.lesson.turns.findLast((turn) => turn.at <= at)?.name ?? '';
  const { begun, seen, again } = momentPlayed(learners, at);
  return (
    <section aria-labelledby="moment" className={classes.moment}>
      <div className={classes.momentStage}>
        <div className={classes.momentPage}>
          <LessonStage
            lesson={edition.lesson}
            player={player}
            films={edition.films}
            pictureAddress={pictureAt}
            onClick={() => player.toggle()}
          />
        </div>
        <PlayControls player={player} />
      </div>
      <div>
        <Title order={2} id="moment" mb={4}>
          {`At ${timeText(at)}, ${page.toLowerCase()}`}
        </Title>
        <Text>
          {begun === 0
            ? 'Nobody has begun yet.'
            : `${seen} of the ${begun} who have begun have seen this moment, ${again} of them more than once.`}
        </Text>
        <Group mt="xs">
          <Text size="sm" c="dimmed">
            Press the axis of the class to see another moment; the arrow keys move along it.
          </Text>
        </Group>
      </div>
    </section>
  );
}
