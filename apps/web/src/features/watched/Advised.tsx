import { Button, Group, Text } from '@mantine/core';
import { adviceWords, type Advice } from '@oakbell/core/coverage';
import { Link } from 'react-router';

interface Props {
  readonly advice: Advice;
  /** The lesson, where it is in this teacher's hands. */
  readonly lessonId: string | null;
  readonly onNotBegun: () => void;
}

/** What to do tomorrow, in one sentence, with the way to it. */
export function Advised({ advice, lessonId, onNotBegun }: Props) {
  const { kind, page } = advice;
  return (
    <Group component="section" aria-label="What to do" gap="md">
      <Text fw={700} style={{ flex: '1 1 300px' }}>
        {adviceWords(advice)}
      </Text>
      {lessonId !== null && page && kind !== 'skipped' && (
        <Button component={Link} to={`/lessons/${lessonId}/record?page=${page.id}`}>
          {`Record ${page.name.toLowerCase()} again`}
        </Button>
      )}
      {lessonId !== null && kind === 'skipped' && (
        <Button component={Link} to={`/lessons/${lessonId}/polish`}>
          Make it shorter in Polish
        </Button>
      )}
      {(kind === 'not-begun' || kind === 'nobody-yet') && (
        <Button variant="default" onClick={onNotBegun}>
          See who has not
        </Button>
      )}
    </Group>
  );
}
