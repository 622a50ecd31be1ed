import { Checkbox, Stack, Text } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, type Api } from '../../../shared/api/index.ts';
import { ProblemNote } from '../../../shared/ui/index.ts';
import { handInKey } from '../handInKey.ts';

type Agreed = Api['AgreedDto'];
const PARTS: readonly (readonly [part: keyof Agreed, label: string])[] = [
  ['name', 'My name'],
  ['voice', 'My voice, and what a camera shows of me'],
  ['hand', 'My handwriting'],
];

/** What one's class may see and hear of one, where a teacher shows answers to it: nothing until it is said. */
export function MayBeShown({ assignmentId: id, agreed }: { readonly assignmentId: string; readonly agreed: Agreed }) {
  const queries = useQueryClient();
  /** What is ticked and not told yet: an answer that was on its way meanwhile takes no tick back. */
  const [ticked, setTicked] = useState<Agreed | null>(null);
  const mutationKey = ['agreed', id];
  const save = useMutation({
    mutationKey,
    // One after another: the last one says how it is.
    scope: { id: mutationKey.join(' ') },
    mutationFn: (body: Agreed) =>
      call(client.PUT('/api/assignments/{id}/hand-in/agreed', { params: { path: { id } }, body })),
    onSettled: async () => {
      if (queries.isMutating({ mutationKey }) > 1) return;
      await queries.invalidateQueries({ queryKey: handInKey(id) });
      if (queries.isMutating({ mutationKey }) <= 1) setTicked(null);
    },
  });
  const now = ticked ?? agreed;
  const tick = (next: Agreed) => {
    setTicked(next);
    save.mutate(next);
  };
  return (
    <Stack component="fieldset" gap={0} m={0} p={0} style={{ border: 0 }}>
      <Text component="legend" fw={600} p={0}>
        What your class may see
      </Text>
      <Text size="sm" c="dimmed">
        Your teacher may show this work to your class. What you do not tick is left out. You can change it at any time.
      </Text>
      {PARTS.map(([part, label]) => (
        <Checkbox
          key={part}
          size="md"
          py={10}
          label={label}
          checked={now[part]}
          onChange={({ currentTarget }) => tick({ ...now, [part]: currentTarget.checked })}
        />
      ))}
      <ProblemNote failure={save.error} />
    </Stack>
  );
}
