import { Button, Group, NativeSelect } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { call, client } from '../../shared/api/index.ts';
import { later, ProblemNote } from '../../shared/ui/index.ts';
import { deskKey, rubricsQuery, type Desk, type Rubric } from './deskKey.ts';

const RubricEditor = later(async () => (await import('./RubricEditor.tsx')).RubricEditor);

/** By which rubric an assignment is marked: one that is there, or one that is made now. */
export function RubricChoice({ desk }: { readonly desk: Desk }) {
  const queries = useQueryClient();
  const rubrics = useQuery(rubricsQuery);
  const [editing, setEditing] = useState<Rubric | 'new' | null>(null);
  const choose = useMutation({
    mutationFn: (rubricId: string | null) =>
      call(
        client.PUT('/api/assignments/{id}/rubric', { params: { path: { id: desk.assignmentId } }, body: { rubricId } }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) }),
  });
  const chosen = desk.rubric?.rubricId ?? '';
  const offered = (rubrics.data ?? []).filter((one) => !one.archived || one.id === chosen);
  const known = offered.some((one) => one.id === chosen);
  const own = offered.find((one) => one.id === chosen);
  return (
    <>
      <NativeSelect
        size="xs"
        label="Marked by"
        value={chosen}
        disabled={choose.isPending}
        onChange={(event) => choose.mutate(event.currentTarget.value || null)}
        data={[
          { value: '', label: 'No rubric' },
          // One of a colleague that whoever is here has no part in.
          ...(desk.rubric && !known ? [{ value: chosen, label: desk.rubric.name }] : []),
          ...offered.map((one) => ({ value: one.id, label: one.name })),
        ]}
      />
      <Group gap={6}>
        {own && (
          <Button size="xs" variant="default" onClick={() => setEditing(own)}>
            Change it
          </Button>
        )}
        <Button size="xs" variant="default" onClick={() => setEditing('new')}>
          Make one
        </Button>
      </Group>
      <ProblemNote failure={choose.error ?? rubrics.error} />
      {editing && (
        <Suspense>
          <RubricEditor
            rubric={editing === 'new' ? null : editing}
            onClose={() => setEditing(null)}
            onSaved={(saved) => {
              if (editing === 'new') choose.mutate(saved.id);
              setEditing(null);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
