import { Button, Checkbox, Group, Stack, Text, TextInput } from '@mantine/core';
import { listed } from '@oakbell/core/assigning';
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
  const [typed, setTyped] = useState(false);
  const path = { id: row.submissionId };
  const save = useMutation({
    /** @param as null takes it away from the class */
    mutationFn: (as: Shown | null) =>
      as === null
        ? call(client.DELETE('/api/marking/hand-ins/{id}/approval', { params: { path } }))
        : call(
            client.PUT('/api/marking/hand-ins/{id}/approval', {
              params: { path },
              body: { named: as.named, shownAs: as.name, typed, times: row.times },
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
              row.named && row.agreed.name ? 'with its name' : row.shownAs ? `as “${row.shownAs}”` : 'without its name'
            }, since ${whenText(row.approvedAt)}.`
          : 'The class does not see this answer. It would see the work alone, not what you say of it or give for it.'}
      </Text>
      <Text size="sm">{agreedText(row)}</Text>
      {!row.approvedAt && row.kind === 'file' && !row.agreed.hand && (
        <Checkbox
          size="xs"
          label="Nothing on its pages is written by hand"
          checked={typed}
          onChange={({ currentTarget }) => setTyped(currentTarget.checked)}
        />
      )}
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
              disabled={!row.agreed.name}
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

const PARTS = [
  ['name', 'the name'],
  ['voice', 'the voice'],
  ['hand', 'the handwriting'],
] as const;

/** What is left out of what the class sees: what its makers have not agreed to. */
function agreedText({ agreed, makers }: Props['row']): string {
  const left = PARTS.flatMap(([part, word]) => (agreed[part] ? [] : word));
  const who = makers.length === 1 ? 'its maker' : 'its makers';
  return left.length === 0
    ? `Nothing has to be left out: ${who} said so.`
    : `Left out, because ${who} did not agree to it: ${listed(left)}.`;
}
