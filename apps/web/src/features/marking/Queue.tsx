import { NativeSelect, Text, Title } from '@mantine/core';
import { isWaiting, leftSentence, type Filter, type Order } from '@oakbell/core/marking';
import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';
import { whenText } from '../../shared/ui/index.ts';
import { BackTogether } from './BackTogether.tsx';
import type { Desk, Row } from './deskKey.ts';
import { doneAt } from './pace.ts';
import type { Ordered } from './useOrder.ts';
import classes from './Marking.module.css';

const ORDER_WORDS: Readonly<Record<Order, string>> = { time: 'by time', name: 'by name', unseen: 'without names' };
const FILTER_WORDS: Readonly<Record<Filter, string>> = {
  all: 'All',
  waiting: 'Waiting',
  ready: 'Ready to hand back',
  late: 'Late',
  heard: 'Heard',
  answered: 'With an answer that waits',
  removed: 'Removed',
};

/** The name of a class alone: where only some of it have something, they are named behind it. */
const withoutNames = (className: string): string => className.replace(/ \(.*\)$/u, '');

interface Props {
  readonly desk: Desk;
  readonly ordered: Ordered;
  readonly open: Row | null;
  /** Those that are on their way back. */
  readonly going: ReadonlySet<string>;
  /** One of them is pointed at, or come to with keys. */
  readonly onNear: (row: Row) => void;
  /** What could not be done, and what was done last, to be taken back. */
  readonly last: ReactNode;
}

/** The hand-ins of an assignment down the left: in what order, which of them, and how many are left. */
export function Queue({ desk, ordered, open, going, onNear, last }: Props) {
  const { order, setOrder, filter, setFilter, shown, all, left } = ordered;
  return (
    <nav className={classes.queue} aria-label="Hand-ins">
      <Link to="/marking">All piles</Link>
      <Title order={1} className={classes.heading}>
        {desk.title}
      </Title>
      <Text size="sm" c="dimmed">
        {order === 'unseen' ? withoutNames(desk.className) : desk.className} ·{' '}
        {all.filter(({ state }) => state !== 'removed').length} of {desk.learners} handed in
      </Text>
      {all.length > 0 && (
        <Text size="sm" role="status">
          {leftSentence(
            left - all.filter((row) => going.has(row.submissionId) && isWaiting(row)).length,
            doneAt(desk.assignmentId),
          )}
        </Text>
      )}
      {last}
      {desk.worksheet && <Link to={`/marking/${desk.assignmentId}/worksheets`}>Look on at the worksheets</Link>}
      {all.length > 0 && <Link to={`/marking/${desk.assignmentId}/second`}>Two markers</Link>}
      {all.length > 0 && (
        <div className={classes.choices}>
          <NativeSelect
            size="xs"
            label="Order"
            value={order}
            onChange={(event) => setOrder(event.currentTarget.value as Order)}
            data={Object.entries(ORDER_WORDS).map(([value, label]) => ({ value, label }))}
          />
          <NativeSelect
            size="xs"
            label="Show"
            value={filter}
            onChange={(event) => setFilter(event.currentTarget.value as Filter)}
            data={Object.entries(FILTER_WORDS).map(([value, label]) => ({ value, label }))}
          />
        </div>
      )}
      <ol>
        {shown.map((row) => (
          <QueueRow
            key={row.submissionId}
            row={row}
            isGoing={going.has(row.submissionId)}
            onNear={() => onNear(row)}
            current={row.submissionId === open?.submissionId}
            to={`/marking/${desk.assignmentId}/${row.submissionId}`}
          />
        ))}
      </ol>
      {shown.length === 0 && all.length > 0 && <Text size="sm">None of them.</Text>}
      <BackTogether desk={desk} />
    </nav>
  );
}

function stateOf(row: Row): string {
  if (row.sealed) return 'to be marked unseen';
  if (row.state === 'removed') return 'removed';
  if (row.state === 'handed-in') {
    if (row.readyAt === null) return 'waiting';
    return row.backAt === null ? 'ready' : `back ${whenText(row.backAt)}`;
  }
  if (row.heardAt) return `heard ${Math.round((row.heardShare ?? 0) * 100)} %`;
  return row.openedAt ? 'opened' : 'handed back';
}

interface RowProps {
  readonly row: Row;
  readonly isGoing: boolean;
  readonly onNear: () => void;
  readonly current: boolean;
  readonly to: string;
}

function QueueRow({ row, isGoing, onNear, current, to }: RowProps) {
  const line = useRef<HTMLLIElement>(null);
  // Whoever goes on by key sees where they are, however long the queue is.
  useEffect(() => {
    if (current) line.current?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  return (
    <li ref={line}>
      <Link
        to={to}
        className={classes.queueRow}
        aria-current={current ? 'page' : undefined}
        onPointerEnter={current ? undefined : onNear}
        onFocus={current ? undefined : onNear}
      >
        <bdi>{row.learnerName}</bdi>
        <Text size="sm" component="span" c="dimmed">
          {isGoing ? 'on its way' : stateOf(row)}
          {row.again ? ' · please look again' : row.words > 0 ? ' · answers back' : ''}
          {row.late ? ' · late' : ''}
          {row.points === null ? '' : ` · ${row.points} points`}
          {row.replies === 0 ? '' : ` · ${row.replies === 1 ? 'a reply waits' : `${row.replies} replies wait`}`}
        </Text>
      </Link>
    </li>
  );
}
