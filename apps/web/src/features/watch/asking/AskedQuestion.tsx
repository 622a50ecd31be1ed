import { Button, Group, Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { Said } from '../../../kits/voicenote/index.ts';
import type { Api } from '../../../shared/api/index.ts';
import { whenText } from '../../../shared/ui/index.ts';
import classes from '../Watch.module.css';

interface Props {
  readonly question: Api['QuestionDto'];
  readonly onSeek: (time: number) => void;
  readonly onTakeBack?: (() => void) | undefined;
}

/** A question with its answer, as a learner sees it. */
export function AskedQuestion({ question, onSeek, onTakeBack }: Props) {
  const { at, own, answer } = question;
  return (
    <>
      <Group gap="xs">
        {at === null ? (
          <Text size="sm">At a moment that is in the lesson no more</Text>
        ) : (
          <Button variant="default" size="sm" onClick={() => onSeek(at)}>
            {`Go to ${timeText(micros(at))}`}
          </Button>
        )}
        <Text size="sm">{own ? 'You asked' : 'A classmate asked'}</Text>
      </Group>
      <Said said={question} label="The question" />
      {answer ? (
        <div className={classes.answered}>
          <Text size="sm">
            <bdi>{answer.name}</bdi> answered {whenText(answer.at)}
          </Text>
          <Said said={answer} label="The answer" />
        </div>
      ) : (
        <Group gap="xs">
          <Text size="sm">It waits for an answer.</Text>
          {onTakeBack && (
            <Button variant="subtle" color="oak" size="sm" onClick={onTakeBack}>
              Take it back
            </Button>
          )}
        </Group>
      )}
    </>
  );
}
