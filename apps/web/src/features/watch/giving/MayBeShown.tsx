import { Checkbox, Stack, Text } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
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
  const key = handInKey(id);
  const save = useMutation({
    mutationFn: (body: Agreed) =>
      call(client.PUT('/api/assignments/{id}/hand-in/agreed', { params: { path: { id } }, body })),
    onMutate: (next) =>
      queries.setQueryData<Api['HandInDto'] | null>(key, (there) => there && { ...there, agreed: next }),
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
  });
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
          checked={agreed[part]}
          onChange={({ currentTarget }) => save.mutate({ ...agreed, [part]: currentTarget.checked })}
        />
      ))}
      <ProblemNote failure={save.error} />
    </Stack>
  );
}
