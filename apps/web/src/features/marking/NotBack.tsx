import { Text } from '@mantine/core';
import { Link } from 'react-router';
import { wordsOf } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';
import { NOT_DONE, type Failed } from './useGoing.ts';

interface Props {
  readonly failed: Failed;
  readonly assignmentId: string;
  readonly onSeen: (submissionId: string) => void;
}

/** A hand-in that did not go back although its teacher has gone on: why, and the way to it. What was typed is there. */
export function NotBack({ failed: { row, how, failure }, assignmentId, onSeen }: Props) {
  return (
    <div className={classes.notBack} role="alert">
      <Text size="sm" fw={700}>
        {`${NOT_DONE[how]}: `}
        <bdi>{row.learnerName}</bdi>
      </Text>
      <Text size="sm">{wordsOf(failure)}</Text>
      <Link to={`/marking/${assignmentId}/${row.submissionId}`} onClick={() => onSeen(row.submissionId)}>
        Open it again
      </Link>
    </div>
  );
}
