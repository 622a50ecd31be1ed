import { Table } from '@mantine/core';
import { percent, shareOf, weakestLine } from '@oakbell/core/marking';
import { Link } from 'react-router';
import type { Api } from '../../shared/api/index.ts';
import { whenText } from '../../shared/ui/index.ts';
import type { Book, Cell } from './book.ts';
import type { Chosen } from './Excusing.tsx';
import classes from './Gradebook.module.css';

interface Props {
  readonly data: Api['GradebookDto'];
  readonly book: Book;
  readonly onChoose: (chosen: Chosen) => void;
}

/** Learners down, pieces of work across: points where there are any, and otherwise how it stands. */
export function BookTable({ data: { works, learners }, book, onChoose }: Props) {
  return (
    <Table.ScrollContainer minWidth={480} scrollAreaProps={{ tabIndex: 0, 'aria-label': 'Marks' }}>
      <Table className={classes.book} highlightOnHover>
        <Table.Thead>
          <Table.Tr>
            <Table.Th scope="col">Learner</Table.Th>
            {works.map(({ assignmentId, title, dueAt, points, lines }) => (
              <Table.Th key={assignmentId} scope="col">
                <Link to={`/marking/${assignmentId}`}>
                  <bdi>{title}</bdi>
                </Link>
                <span className={classes.under}>
                  {whenText(dueAt)}
                  {points === null ? '' : ` · of ${points}`}
                </span>
                {weakestLine(lines) !== '' && <span className={classes.weakest}>{weakestLine(lines)}</span>}
              </Table.Th>
            ))}
            <Table.Th scope="col">In all</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {learners.map((learner) => {
            const sum = book.sums.get(learner.id);
            const share = sum ? shareOf(sum) : null;
            return (
              <Table.Tr key={learner.id}>
                <Table.Th scope="row">
                  <bdi>{learner.name}</bdi>
                </Table.Th>
                {works.map((work) => {
                  const cell = book.cellOf(work.assignmentId, learner.id);
                  return (
                    <Table.Td key={work.assignmentId} data-state={cell?.state}>
                      {cell && (
                        <CellOf
                          cell={cell}
                          words={book.wordsOf(cell)}
                          onChoose={() => onChoose({ cell, learner, work })}
                        />
                      )}
                    </Table.Td>
                  );
                })}
                <Table.Td>{sum && share !== null ? `${sum.points} of ${sum.of} · ${percent(share)}` : ''}</Table.Td>
              </Table.Tr>
            );
          })}
        </Table.Tbody>
        <Table.Tfoot>
          <Table.Tr>
            <Table.Th scope="row">Mean · middle</Table.Th>
            {works.map(({ assignmentId }) => {
              const { mean = null, median = null } = book.stats.get(assignmentId) ?? {};
              return (
                <Table.Td key={assignmentId}>
                  {mean !== null && median !== null && `${percent(mean)} · ${percent(median)}`}
                </Table.Td>
              );
            })}
            <Table.Td />
          </Table.Tr>
        </Table.Tfoot>
      </Table>
    </Table.ScrollContainer>
  );
}

interface CellProps {
  readonly cell: Cell;
  readonly words: string;
  readonly onChoose: () => void;
}

function CellOf({ cell, words, onChoose }: CellProps) {
  const { state, submissionId, assignmentId } = cell;
  if (submissionId !== null && state !== 'excused')
    return <Link to={`/marking/${assignmentId}/${submissionId}`}>{words}</Link>;
  return (
    <button type="button" className={classes.state} onClick={onChoose}>
      {words}
    </button>
  );
}
