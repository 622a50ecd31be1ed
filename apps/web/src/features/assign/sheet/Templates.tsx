import { Button, Group, Modal, NativeSelect, TextInput } from '@mantine/core';
import { LONGEST_TEMPLATE } from '@oakbell/core/assigning';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { call, client, type Api } from '../../../shared/api/index.ts';
import { DialogFoot, offerUndo, ProblemNote } from '../../../shared/ui/index.ts';
import type { AskedWork } from './terms.ts';

interface Props {
  /** What the sheet asks for now. */
  readonly asked: () => AskedWork;
  readonly onUse: (template: Api['TemplateDto']) => void;
}
const KEY = ['assignment-templates'];

/** What is asked for again and again: taken up, kept and removed. */
export function Templates({ asked, onUse }: Props) {
  const queries = useQueryClient();
  const templates = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/assignment-templates')) });
  const [used, setUsed] = useState('');
  const [naming, setNaming] = useState(false);
  const again = () => queries.invalidateQueries({ queryKey: KEY });
  const put = (body: Api['TemplateFactsDto']) => call(client.PUT('/api/assignment-templates', { body })).finally(again);
  const remove = useMutation({
    mutationFn: ({ id }: Api['TemplateDto']) =>
      call(client.DELETE('/api/assignment-templates/{id}', { params: { path: { id } } })),
    onSuccess: (_, { id: __, ...facts }) => {
      setUsed('');
      void again();
      offerUndo(`The template ${facts.name} is removed.`, () => put(facts));
    },
  });
  const all = templates.data ?? [];
  const chosen = all.find(({ id }) => id === used);
  return (
    <Group align="end" gap="xs">
      {all.length > 0 && (
        <NativeSelect
          label="Begin from a template"
          value={used}
          onChange={({ currentTarget: { value } }) => {
            setUsed(value);
            const template = all.find(({ id }) => id === value);
            if (template) onUse(template);
          }}
          data={[{ value: '', label: 'None' }, ...all.map(({ id, name }) => ({ value: id, label: name }))]}
        />
      )}
      {chosen && (
        <Button variant="subtle" onClick={() => remove.mutate(chosen)} loading={remove.isPending}>
          Remove this template
        </Button>
      )}
      <Button variant="subtle" onClick={() => setNaming(true)}>
        Keep as a template
      </Button>
      <ProblemNote failure={remove.error} />
      {naming && (
        <KeepDialog
          name={chosen?.name ?? ''}
          taken={all.map(({ name }) => name)}
          onClose={() => setNaming(false)}
          onKeep={async (name) => {
            const kept = await put({ ...asked(), name });
            setUsed(kept.id);
          }}
        />
      )}
    </Group>
  );
}

function KeepDialog({
  name: before,
  taken,
  onClose,
  onKeep,
}: {
  readonly name: string;
  readonly taken: readonly string[];
  readonly onClose: () => void;
  readonly onKeep: (name: string) => Promise<void>;
}) {
  const [name, setName] = useState(before);
  const keep = useMutation({ mutationFn: onKeep, onSuccess: onClose });
  const plain = name.trim();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // The sheet around it is not to be sent.
    event.stopPropagation();
    keep.mutate(plain);
  };
  return (
    <Modal opened onClose={onClose} title="Keep as a template">
      <form onSubmit={submit}>
        <TextInput
          data-autofocus
          label="Name"
          description="What to do, what is handed in and what it is worth are kept; not the class, the lessons or the day."
          maxLength={LONGEST_TEMPLATE}
          value={name}
          onChange={({ currentTarget }) => setName(currentTarget.value)}
        />
        <ProblemNote failure={keep.error} />
        <DialogFoot onClose={onClose}>
          <Button type="submit" disabled={plain === ''} loading={keep.isPending}>
            {taken.includes(plain) ? 'Replace the one of this name' : 'Keep it'}
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}
