import { Button, Table, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { Show, whenText } from '../../shared/ui/index.ts';
import { Chart } from '../../kits/chart/index.ts';
import { oftenOf, sideSentence } from './classes.ts';

interface Props {
  readonly lessonId: string;
  readonly chosen: string;
  readonly onChoose: (assignmentId: string) => void;
}

/** All classes that have a lesson, beside each other. */
export function SideBySide({ lessonId, chosen, onChoose }: Props) {
  const all = useQuery({
    queryKey: ['watched', 'side-by-side', lessonId],
    queryFn: () => call(client.GET('/api/watching/lessons/{id}/classes', { params: { path: { id: lessonId } } })),
  });
  return (
    <section aria-labelledby="side-by-side">
      <Title order={2} id="side-by-side" mb={4}>
        Classes side by side
      </Title>
      <Show of={all} what="Counting class by class">
        {(rows) => (
          <>
            <Chart
              title="Seen on average, per cent"
              label="Per cent"
              sentence={sideSentence(rows)}
              bars={rows.map(({ className, meanShare }) => ({
                ...{ name: className, count: Math.round(meanShare * 100), more: '' },
              }))}
              isAlone
            />
            <Table.ScrollContainer
              minWidth={640}
              scrollAreaProps={{ tabIndex: 0, 'aria-label': 'Classes side by side' }}
            >
              <Table>
                <Table.Thead>
                  <Table.Tr>
                    {['Class', 'Due', 'Begun', 'Watched', 'In time', 'Seen on average', 'Most often'].map((name) => (
                      <Table.Th key={name} scope="col">
                        {name}
                      </Table.Th>
                    ))}
                  </Table.Tr>
                </Table.Thead>
                <Table.Tbody>
                  {rows.map((row) => (
                    <Row key={row.assignmentId} row={row} isHere={row.assignmentId === chosen} onChoose={onChoose} />
                  ))}
                </Table.Tbody>
              </Table>
            </Table.ScrollContainer>
          </>
        )}
      </Show>
    </section>
  );
}

interface RowProps {
  readonly row: Api['WatchedClassDto'];
  readonly isHere: boolean;
  readonly onChoose: (assignmentId: string) => void;
}

function Row({ row, isHere, onChoose }: RowProps) {
  const { assignmentId, className, dueAt, learners, begun, watched, onTime, meanShare } = row;
  return (
    <Table.Tr>
      <Table.Th scope="row">
        {isHere ? (
          <Text fw={700} aria-current="true">
            {className}
          </Text>
        ) : (
          <Button
            variant="subtle"
            size="compact-md"
            // A class that was given it twice is told apart by when it is due.
            aria-label={`${className}, due ${whenText(dueAt)}`}
            onClick={() => onChoose(assignmentId)}
          >
            {className}
          </Button>
        )}
      </Table.Th>
      <Table.Td>{whenText(dueAt)}</Table.Td>
      <Table.Td>{`${begun} of ${learners}`}</Table.Td>
      <Table.Td>{watched}</Table.Td>
      <Table.Td>{onTime}</Table.Td>
      <Table.Td>{`${Math.round(meanShare * 100)} %`}</Table.Td>
      <Table.Td>{oftenOf(row)}</Table.Td>
    </Table.Tr>
  );
}
