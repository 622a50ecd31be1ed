import { Button, Group, Stack, Text, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once } from '../../shared/api/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';
import { deskKey, type Desk } from './deskKey.ts';
import classes from './Marking.module.css';

/** All that are ready go back together: now, or at a time. */
export function BackTogether({ desk }: { readonly desk: Desk }) {
  const queries = useQueryClient();
  const [at, setAt] = useState<string | null>(null);
  const id = desk.assignmentId;
  const ready = desk.queue.filter((row) => row.state === 'handed-in' && row.readyAt !== null);
  const backAt = ready.find((row) => row.backAt !== null)?.backAt ?? null;
  const set = useMutation({
    mutationFn: (when: string | null) =>
      once((header) =>
        call(client.PUT('/api/marking/{id}/back', { params: { path: { id }, header }, body: { at: when } })),
      ),
    onSuccess: () => setAt(null),
    onSettled: () => queries.invalidateQueries({ queryKey: deskKey(id) }),
  });
  const clear = useMutation({
    mutationFn: () => call(client.DELETE('/api/marking/{id}/back', { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: deskKey(id) }),
  });
  if (ready.length === 0) return null;
  const when = at === null || at === '' ? null : new Date(at);
  return (
    <Stack gap={6} className={classes.together} component="section" aria-label="Hand back together">
      {backAt !== null && (
        <Text size="sm" role="status">
          {ready.length} {ready.length === 1 ? 'goes' : 'go'} back by themselves {whenText(backAt)}.
        </Text>
      )}
      <Button size="sm" loading={set.isPending} onClick={() => set.mutate(null)}>
        Hand back the {ready.length} ready
      </Button>
      {at === null ? (
        <Group gap={6}>
          <Button size="xs" variant="default" onClick={() => setAt('')}>
            {backAt === null ? 'At a time' : 'At another time'}
          </Button>
          {backAt !== null && (
            <Button size="xs" variant="default" loading={clear.isPending} onClick={() => clear.mutate()}>
              Not by themselves
            </Button>
          )}
        </Group>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (when) set.mutate(when.toISOString());
          }}
        >
          <TextInput
            type="datetime-local"
            size="xs"
            label="Hand back at"
            required
            autoFocus
            value={at}
            onChange={(event) => setAt(event.currentTarget.value)}
          />
          <Group gap={6} mt={6}>
            <Button size="xs" type="submit" disabled={!when} loading={set.isPending}>
              Set it
            </Button>
            <Button size="xs" variant="default" onClick={() => setAt(null)}>
              Leave it
            </Button>
          </Group>
        </form>
      )}
      <ProblemNote failure={set.error ?? clear.error} />
    </Stack>
  );
}
