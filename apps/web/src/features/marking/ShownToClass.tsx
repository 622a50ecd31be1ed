import { Button, Group, Stack, Text, TextInput } from '@mantine/core';
import { LONGEST_SHOWN_NAME } from '@oakbell/core/marking';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, type Api } from '../../shared/api/index.ts';
import { offerUndo, ProblemNote, whenText } from '../../shared/ui/index.ts';
import { RepliesToAnswer } from './RepliesToAnswer.tsx';
import { deskKey } from './deskKey.ts';

interface Props {
  readonly desk: Api['MarkingDeskDto'];
  readonly row: Api['QueueRowDto'];
}

/** With whose name: its own, another one, or none where that is empty. */
interface Shown {
  readonly named: boolean;
  readonly name: string;
}

/** The teacher's yes that the class may see an answer, with its name or without; none where answers are for teachers alone. */
export function ShownToClass({ desk, row }: Props) {
  const queries = useQueryClient();
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState('');
  const path = { id: row.submissionId };
  const save = useMutation({
    /** @param as null takes it away from the class */
    mutationFn: (as: Shown | null) =>
      as === null
        ? call(client.DELETE('/api/marking/hand-ins/{id}/approval', { params: { path } }))
        : call(
            client.PUT('/api/marking/hand-ins/{id}/approval', {
              params: { path },
              body: { named: as.named, shownAs: as.name, times: row.times },
            }),
          ),
    onSuccess: () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) }),
  });
  if (desk.answersSeen !== 'class') return null;
  const show = (as: Shown) =>
    save.mutate(as, {
      onSuccess: () => {
        setNaming(false);
        offerUndo('The class sees this answer now.', () => save.mutateAsync(null));
      },
    });
  const takeAway = () =>
    save.mutate(null, {
      onSuccess: () =>
        offerUndo('The class no longer sees this answer.', () =>
          save.mutateAsync({ named: row.named, name: row.shownAs ?? '' }),
        ),
    });
  return (
    <Stack gap={6} component="section" aria-label="Before the class">
      <Text size="sm" role="status">
        {row.approvedAt
          ? `The class sees this answer, ${
              row.named ? 'with its name' : row.shownAs ? `as “${row.shownAs}”` : 'without its name'
            }, since ${whenText(row.approvedAt)}.`
          : 'The class does not see this answer. It would see the work alone, not what you say of it or give for it.'}
      </Text>
      <Group gap="xs">
        {row.approvedAt ? (
          <Button size="xs" variant="default" loading={save.isPending} onClick={takeAway}>
            Take it away from the class
          </Button>
        ) : (
          <>
            <Button
              size="xs"
              variant="default"
              loading={save.isPending}
              onClick={() => show({ named: true, name: '' })}
            >
              Show it with its name
            </Button>
            <Button
              size="xs"
              variant="default"
              loading={save.isPending}
              onClick={() => show({ named: false, name: '' })}
            >
              Show it without its name
            </Button>
            <Button size="xs" variant="default" aria-expanded={naming} onClick={() => setNaming(!naming)}>
              Show it under another name
            </Button>
          </>
        )}
      </Group>
      {naming && !row.approvedAt && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== '') show({ named: false, name: name.trim() });
          }}
        >
          <Group gap="xs" align="end" wrap="nowrap">
            <TextInput
              size="xs"
              label="The name that the class sees"
              placeholder="Answer A"
              maxLength={LONGEST_SHOWN_NAME}
              autoFocus
              value={name}
              onChange={({ currentTarget }) => setName(currentTarget.value)}
            />
            <Button size="xs" type="submit" loading={save.isPending} disabled={name.trim() === ''}>
              Show it
            </Button>
          </Group>
        </form>
      )}
      {row.approvedAt && <RepliesToAnswer submissionId={row.submissionId} />}
      <ProblemNote failure={save.error} />
    </Stack>
  );
}
