import { Button, Group, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import classes from './Library.module.css';

const KINDS = [
  { kind: 'slides', name: 'Slide lesson', what: 'From a PDF or pictures. Talk over the pages and write on them.' },
  { kind: 'worked', name: 'Worked solution', what: 'On a squared board, written with the pen step by step.' },
] as const;

/** A new lesson in one step: its kind and its title. */
export function NewLesson({ onCancel }: { readonly onCancel: () => void }) {
  const navigate = useNavigate();
  const form = useForm<{ kind: 'slides' | 'worked'; title: string }>({
    initialValues: { kind: 'slides', title: '' },
    validate: { title: (value) => (value.trim() === '' ? 'Give the lesson a title, such as “Course to steer”' : null) },
  });
  const make = useMutation({
    mutationFn: (body: { kind: 'slides' | 'worked'; title: string }) =>
      call(client.POST('/api/lessons', { body: { ...body, title: body.title.trim() } })),
    onSuccess: (lesson) => navigate(`/lessons/${lesson.id}/${lesson.kind === 'worked' ? 'record' : 'pages'}`),
  });
  return (
    <form onSubmit={form.onSubmit((values) => make.mutate(values))} noValidate>
      <Stack className="ob-card" p="lg" mb="lg">
        <Title order={2}>Make a lesson</Title>
        <div className={classes.kinds} role="radiogroup" aria-label="Kind of lesson">
          {KINDS.map(({ kind, name, what }) => (
            <button
              key={kind}
              type="button"
              role="radio"
              aria-checked={form.values.kind === kind}
              className={classes.kind}
              onClick={() => form.setFieldValue('kind', kind)}
            >
              <Text fw={700}>{name}</Text>
              <Text size="sm">{what}</Text>
            </button>
          ))}
        </div>
        <TextInput label="Title" maxLength={160} data-autofocus autoFocus {...form.getInputProps('title')} />
        <ProblemNote failure={make.error} />
        <Group>
          <Button type="submit" loading={make.isPending}>
            {form.values.kind === 'worked' ? 'Make it and go to the recording room' : 'Make it and add pages'}
          </Button>
          <Button variant="subtle" color="oak" onClick={onCancel}>
            Not now
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
