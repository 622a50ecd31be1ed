import { Button, Group, Text } from '@mantine/core';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import type { SecondRow } from './secondKey.ts';

interface Props {
  readonly row: SecondRow;
  readonly onSettled: QueryKey;
}

/** Says which of two marks counts, or the middle of both: the first marks become that. What was handed back stays. */
export function Settle({ row, onSettled }: Props) {
  const queries = useQueryClient();
  const { first, second, submissionId, times, firstRevision } = row;
  const settle = useMutation({
    mutationFn: (marks: Api['MarkingDto']) =>
      once((header) =>
        call(
          client.PUT('/api/marking/hand-ins/{id}', {
            params: { path: { id: submissionId }, header },
            body: {
              points: marks.points,
              comment: marks.comment,
              reason: marks.reason,
              rubric: marks.rubric,
              times,
              revision: firstRevision,
            },
          }),
        ),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: onSettled }),
  });
  if (!first || !second) return null;
  if (row.state === 'handed-back') return <Text size="sm">Handed back</Text>;
  const isSame = first.points === second.points && JSON.stringify(first.rubric) === JSON.stringify(second.rubric);
  if (isSame) return <Text size="sm">Both the same</Text>;
  const middle =
    first.points === null || second.points === null || first.points === second.points
      ? null
      : Math.round((first.points + second.points) * 50) / 100;
  return (
    <>
      <Group gap={6}>
        <Button
          size="xs"
          variant="default"
          loading={settle.isPending}
          onClick={() => settle.mutate({ ...second, comment: first.comment || second.comment })}
        >
          Take the second
        </Button>
        {middle !== null && (
          <Button
            size="xs"
            variant="default"
            loading={settle.isPending}
            onClick={() => settle.mutate({ ...first, points: middle, reason: 'The middle of what two markers gave.' })}
          >
            Take the middle, {middle}
          </Button>
        )}
      </Group>
      <Text size="sm">As it is, the first counts.</Text>
      <ProblemNote failure={settle.error} />
    </>
  );
}
