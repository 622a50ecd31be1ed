import { Table, Text, Title } from '@mantine/core';
import { cellWords, gradingSentence, percent, shareOf, sumOf } from '@oakbell/core/marking';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { NoClass } from '../../kits/classpage/index.ts';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show, whenText } from '../../shared/ui/index.ts';

/** What came of one's own work in a class, and by which rules it counts. */
export function OwnMarksPage() {
  const { class: id = '' } = useParams();
  const marks = useQuery({
    queryKey: ['desk', 'class', id, 'marks'],
    queryFn: () => call(client.GET('/api/own-classes/{id}/marks', { params: { path: { id } } })),
  });
  if (isGone(marks.error))
    return <NoClass to="/class">You may have moved to another one. What you have done stays yours.</NoClass>;
  return (
    <div className="ob-page">
      <Link className="ob-link ob-finger" to={`/class/${id}`}>
        Back to the class page
      </Link>
      <Show of={marks} what="Fetching your marks">
        {(data) => <Filled marks={data} />}
      </Show>
    </div>
  );
}

function Filled({ marks: { className, works, cells, grading } }: { readonly marks: Api['OwnMarksDto'] }) {
  const sum = sumOf(cells, works, grading);
  const share = shareOf(sum);
  return (
    <>
      <PageTitle>{`Your marks · ${className}`}</PageTitle>
      <Title order={1}>Your marks</Title>
      <Text c="dimmed" mb="md">
        <bdi>{className}</bdi>
      </Text>
      {works.length === 0 ? (
        <Empty title="Nothing is to be handed in yet">What you hand in stands here, with what you got for it.</Empty>
      ) : (
        <>
          {grading.sumShown && share !== null && (
            <Text fw={700} mb="xs">
              {sum.points} of {sum.of} points so far: {percent(share)}.
            </Text>
          )}
          <Text mb="md">{gradingSentence(grading)}</Text>
          <Table>
            <Table.Thead>
              <Table.Tr>
                <Table.Th scope="col">Work</Table.Th>
                <Table.Th scope="col">Points</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {works.map((work) => {
                const cell = cells.find((one) => one.assignmentId === work.assignmentId);
                return (
                  <Table.Tr key={work.assignmentId}>
                    <Table.Th scope="row" fw={400}>
                      <Link
                        className="ob-link ob-finger"
                        to={`/${cell?.state === 'back' ? 'feedback' : 'desk'}/${work.assignmentId}`}
                      >
                        <bdi>{work.title}</bdi>
                      </Link>
                      <Text size="sm" c="dimmed">
                        due {whenText(work.dueAt)}
                        {work.points === null ? '' : ` · worth ${work.points} points`}
                      </Text>
                    </Table.Th>
                    <Table.Td>{cell && cellWords(cell, work.points, grading)}</Table.Td>
                  </Table.Tr>
                );
              })}
            </Table.Tbody>
          </Table>
        </>
      )}
    </>
  );
}
