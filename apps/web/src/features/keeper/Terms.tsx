import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { LONGEST_TERM, MOST_TERMS } from '@oakbell/core/people';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { call, client, learn, Problem, type Api } from '../../shared/api/index.ts';
import { IconAction, ProblemNote, Show } from '../../shared/ui/index.ts';

const KEY = ['terms'];
type Row = Omit<Api['TermDto'], 'id'> & { readonly id: string | null };
const rowsOf = (known: readonly Api['TermDto'][]): Row[] => known.map((one) => ({ ...one }));

/** When terms begin and end; rosters bring them too. */
export function Terms() {
  const terms = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/terms')), staleTime: 0 });
  return (
    <section aria-labelledby="terms" style={{ maxWidth: 640, marginTop: 32 }}>
      <Title order={2} id="terms" mb="xs">
        Terms
      </Title>
      <Show of={terms} what="Fetching the terms">
        {(known) => <Fields known={known} />}
      </Show>
    </section>
  );
}

function Fields({ known }: { readonly known: readonly Api['TermDto'][] }) {
  const queries = useQueryClient();
  // What was changed is told from what was here when it was begun: another keeper's new term is not taken away.
  const [base, setBase] = useState(known);
  const form = useForm<{ terms: Row[] }>({
    initialValues: { terms: rowsOf(known) },
    validate: {
      terms: {
        name: (value) => (value.trim() ? null : 'Say what it is called'),
        from: (value) => (value ? null : 'Choose a day'),
        to: (value, { terms }, path) => {
          const from = terms[Number(path.split('.')[1])]?.from ?? '';
          return value && value >= from ? null : 'It ends before it begins';
        },
      },
    },
  });
  const { terms } = form.values;
  const show = (now: readonly Api['TermDto'][]) => {
    const values = { terms: rowsOf(now) };
    setBase(now);
    form.setInitialValues(values);
    form.setValues(values);
    form.resetDirty(values);
  };
  const latest = useRef(show);
  useEffect(() => {
    latest.current = show;
  });
  const isClean = !form.isDirty();
  useEffect(() => {
    if (isClean && known !== base) latest.current(known);
  }, [isClean, known, base]);
  const save = useMutation({
    mutationFn: () => {
      const was = new Map(base.map((one) => [one.id, one]));
      const isNew = ({ id, name, from, to }: Row) => {
        const before = id === null ? undefined : was.get(id);
        return before?.name !== name || before.from !== from || before.to !== to;
      };
      const kept = new Set(terms.map(({ id }) => id));
      return call(
        client.PUT('/api/terms', {
          body: {
            terms: terms.filter(isNew).map(({ id, name, from, to }) => ({ id, name, from, to })),
            removed: base.map(({ id }) => id).filter((id) => !kept.has(id)),
          },
        }),
      );
    },
    onSuccess: (saved) => {
      learn(queries, KEY, saved);
      show(saved);
    },
    onError: (problem) => form.setErrors(problem instanceof Problem ? { ...problem.fields } : {}),
  });
  return (
    <form onSubmit={form.onSubmit(() => save.mutate())} noValidate>
      {terms.length === 0 && <Text c="dimmed">None yet. Add one, or bring a roster that has terms.</Text>}
      {terms.map(({ id, classes }, i) => (
        <Group key={id ?? i} role="group" aria-label={`Term ${i + 1}`} align="end" gap="xs" mb="xs">
          <TextInput
            label="Called"
            maxLength={LONGEST_TERM}
            style={{ flex: 1, minWidth: 160 }}
            {...form.getInputProps(`terms.${i}.name`)}
          />
          <TextInput type="date" label="First day" {...form.getInputProps(`terms.${i}.from`)} />
          <TextInput type="date" label="Last day" {...form.getInputProps(`terms.${i}.to`)} />
          <IconAction
            label={`Remove term ${i + 1}`}
            type="button"
            disabled={classes > 0}
            onClick={() => form.removeListItem('terms', i)}
          >
            <IconTrash aria-hidden />
          </IconAction>
          {classes > 0 && (
            <Text size="sm" c="dimmed" w="100%">
              {classes === 1 ? 'One class is' : `${classes} classes are`} in it.
            </Text>
          )}
        </Group>
      ))}
      <Button
        variant="subtle"
        type="button"
        leftSection={<IconPlus size={18} aria-hidden />}
        disabled={terms.length >= MOST_TERMS}
        onClick={() => form.insertListItem('terms', { id: null, name: '', from: '', to: '', classes: 0 })}
      >
        Add a term
      </Button>
      <ProblemNote failure={save.error} />
      <Group mt="sm">
        <Button type="submit" variant="default" loading={save.isPending} disabled={!form.isDirty()}>
          Save the terms
        </Button>
        <Text role="status" c="dimmed">
          {save.isSuccess && !form.isDirty() ? 'Saved' : ''}
        </Text>
      </Group>
    </form>
  );
}
