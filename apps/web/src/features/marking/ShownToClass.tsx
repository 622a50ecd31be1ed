import { Button, Group, Stack, Text } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { offerUndo, ProblemNote, whenText } from '../../shared/ui/index.ts';
import { RepliesToAnswer } from './RepliesToAnswer.tsx';
import { deskKey } from './deskKey.ts';

interface Props {
  readonly desk: Api['MarkingDeskDto'];
  readonly row: Api['QueueRowDto'];
}

/** The teacher's yes that the class may see an answer, with its name or without; none where answers are for teachers alone. */
export function ShownToClass({ desk, row }: Props) {
  const queries = useQueryClient();
  const path = { id: row.submissionId };
  const save = useMutation({
    /** @param named null takes it away from the class */
    mutationFn: (named: boolean | null) =>
      named === null
        ? call(client.DELETE('/api/marking/hand-ins/{id}/approval', { params: { path } }))
        : call(
            client.PUT('/api/marking/hand-ins/{id}/approval', { params: { path }, body: { named, times: row.times } }),
          ),
    onSuccess: () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) }),
  });
  if (desk.answersSeen !== 'class') return null;
  const show = (named: boolean) =>
    save.mutate(named, {
      onSuccess: () => offerUndo('The class sees this answer now.', () => save.mutateAsync(null)),
    });
  const takeAway = () =>
    save.mutate(null, {
      onSuccess: () => offerUndo('The class no longer sees this answer.', () => save.mutateAsync(row.named)),
    });
  return (
    <Stack gap={6} component="section" aria-label="Before the class">
      <Text size="sm" role="status">
        {row.approvedAt
          ? `The class sees this answer, ${row.named ? 'with its name' : 'without its name'}, since ${whenText(row.approvedAt)}.`
          : 'The class does not see this answer. It would see the work alone, not what you say of it or give for it.'}
      </Text>
      <Group gap="xs">
        {row.approvedAt ? (
          <Button size="xs" variant="default" loading={save.isPending} onClick={takeAway}>
            Take it away from the class
          </Button>
        ) : (
          <>
            <Button size="xs" variant="default" loading={save.isPending} onClick={() => show(true)}>
              Show it with its name
            </Button>
            <Button size="xs" variant="default" loading={save.isPending} onClick={() => show(false)}>
              Show it without its name
            </Button>
          </>
        )}
      </Group>
      {row.approvedAt && <RepliesToAnswer submissionId={row.submissionId} />}
      <ProblemNote failure={save.error} />
    </Stack>
  );
}
