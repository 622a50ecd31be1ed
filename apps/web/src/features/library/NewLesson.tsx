import { present } from '@oakbell/core/present';
import { Button, FileButton, Group, NumberInput, Select, Stack, Text, Textarea, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { FIRST_PENS } from '@oakbell/core/log';
import { DEFAULT_NAMING, nameFrom } from '@oakbell/core/naming';
import type { Thing } from '@oakbell/core/pages';
import { LONGEST_TITLE } from '@oakbell/core/library';
import { useMutation } from '@tanstack/react-query';
import { useState, type ClipboardEvent } from 'react';
import { useNavigate } from 'react-router';
import {
  call,
  client,
  once,
  sendFiles,
  useLessonChoices,
  useLessonSearch,
  type LibraryRow,
} from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import { placeOf, unitChoices, useCourses, usePreferences } from './courses.ts';
import classes from './Library.module.css';

const KINDS = [
  {
    kind: 'slides',
    name: 'Slide lesson',
    what: 'From a PDF, slides or pictures. Talk over the pages and write on them.',
  },
  { kind: 'worked', name: 'Worked solution', what: 'A question at the top, then step by step with the pen.' },
] as const;
const BOARDS = [
  { value: 'squared', label: 'Squared' },
  { value: 'ruled', label: 'Ruled' },
  { value: 'dotted', label: 'Dotted' },
  { value: 'blank', label: 'Blank' },
  { value: 'columns', label: 'Two columns' },
  { value: 'dark', label: 'Dark board' },
];

interface Values {
  kind: 'slides' | 'worked';
  title: string;
  unitId: string | null;
  from: string | null;
  opening: string | null;
  question: string;
  boards: number;
  board: string;
}
interface Placed {
  readonly digest: string;
  readonly width: number;
  readonly height: number;
}

/** A new lesson in one step: its kind, its title, and for a worked solution its question and boards. */
export function NewLesson({ onCancel, unitId }: { readonly onCancel: () => void; readonly unitId: string | null }) {
  const navigate = useNavigate();
  const courses = useCourses().data ?? [];
  const templates = useLessonChoices({ savedAs: 'template' });
  const openings = useLessonChoices({ savedAs: 'opening' });
  const search = useLessonSearch({ savedAs: 'none' });
  const naming = usePreferences().data?.naming ?? DEFAULT_NAMING;
  const [picture, setPicture] = useState<File | null>(null);
  const form = useForm<Values>({
    initialValues: {
      kind: 'slides',
      title: '',
      unitId,
      from: null,
      opening: null,
      question: '',
      boards: 1,
      board: 'squared',
    },
    validate: { title: (value) => (value.trim() === '' ? 'Give the lesson a title, such as “Course to steer”' : null) },
  });
  const { kind, title } = form.values;
  const place = placeOf(courses, form.values.unitId);
  const name = nameFrom(naming, {
    ...(place ? { course: place.course, unit: place.unit, number: String(place.lessons + 1) } : {}),
    title: title.trim(),
    date: new Date().toLocaleDateString(undefined, { day: 'numeric', month: 'short' }),
  });
  const make = useMutation({
    mutationFn: async (values: Values) => {
      const begin = {
        ...(values.unitId ? { unitId: values.unitId } : {}),
        ...(values.from ? { from: values.from } : {}),
        ...(values.opening ? { opening: values.opening } : {}),
      };
      const isDark = values.board === 'dark';
      const backdrop = { kind: isDark ? 'blank' : values.board, ...(isDark ? { dark: true } : {}) };
      const boards = values.kind === 'worked' && !values.from ? { boards: values.boards, backdrop } : {};
      const body = { kind: values.kind, title: name || values.title.trim(), ...begin, ...boards };
      const lesson = await once((header) => call(client.POST('/api/lessons', { params: { header }, body })));
      const first = lesson.pages[0];
      if (values.kind === 'worked' && first)
        await placeQuestion({
          lesson: lesson.id,
          page: first.id,
          words: values.question.trim(),
          picture,
          there: first.things,
        });
      return lesson;
    },
    onSuccess: (lesson) => navigate(`/lessons/${lesson.id}/${lesson.kind === 'worked' ? 'record' : 'pages'}`),
  });
  const onPaste = (event: ClipboardEvent) => {
    const file = [...event.clipboardData.files].find((one) => one.type.startsWith('image/'));
    if (file) setPicture(file);
  };
  const items = (rows: readonly LibraryRow[]) => rows.map(({ id, title }) => ({ value: id, label: title }));
  const others = search.rows.filter((one) => one.pages > 0 && one.savedAs === null);
  return (
    <form onSubmit={form.onSubmit((values) => make.mutate(values))} onPaste={onPaste} noValidate>
      <Stack className="ob-card" p="lg" mb="lg">
        <Title order={2}>Make a lesson</Title>
        <div className={classes.kinds} role="radiogroup" aria-label="Kind of lesson">
          {KINDS.map((one) => (
            <button
              key={one.kind}
              type="button"
              role="radio"
              aria-checked={kind === one.kind}
              className={classes.kind}
              onClick={() => form.setFieldValue('kind', one.kind)}
            >
              <Text fw={700}>{one.name}</Text>
              <Text size="sm">{one.what}</Text>
            </button>
          ))}
        </div>
        <Group grow align="start">
          <TextInput
            label="Title"
            maxLength={LONGEST_TITLE}
            data-autofocus
            autoFocus
            {...form.getInputProps('title')}
          />
          {courses.length > 0 && (
            <Select
              label="Unit"
              placeholder="No place yet"
              clearable
              data={unitChoices(courses)}
              {...form.getInputProps('unitId')}
            />
          )}
        </Group>
        {place && title.trim() !== '' && (
          <Text size="sm" c="dimmed" role="status">
            It will be called “{name}”.
          </Text>
        )}
        {kind === 'worked' && (
          <>
            <Textarea
              label="Question"
              description="Typed, or paste a picture of it. It stands at the top of the first board."
              autosize
              minRows={2}
              maxRows={6}
              maxLength={1500}
              {...form.getInputProps('question')}
            />
            <Group align="end">
              <FileButton
                accept="image/png,image/jpeg,image/webp"
                onChange={setPicture}
                inputProps={{ 'aria-label': 'Picture of the question' }}
              >
                {(props) => (
                  <Button variant="default" size="sm" {...props}>
                    {picture ? `Question: ${picture.name}` : 'Picture of the question'}
                  </Button>
                )}
              </FileButton>
              <Select label="Board" w={160} allowDeselect={false} data={BOARDS} {...form.getInputProps('board')} />
              <NumberInput label="How many" w={110} min={1} max={20} {...form.getInputProps('boards')} />
            </Group>
          </>
        )}
        {(!search.isEmpty || templates.length > 0) && (
          <Group grow>
            <Select
              label="Begin from"
              placeholder="Nothing"
              clearable
              searchable
              nothingFoundMessage="No lesson has these words in it"
              filter={({ options }) => options}
              onSearchChange={search.onSearchChange}
              data={[
                ...(templates.length > 0 ? [{ group: 'Templates', items: items(templates) }] : []),
                { group: 'Pages of another lesson', items: items(others) },
              ]}
              value={form.values.from}
              onChange={(id) => {
                form.setFieldValue('from', id);
                search.choose(id, templates);
              }}
            />
            {openings.length > 0 && (
              <Select
                label="Opening"
                placeholder="None"
                clearable
                data={items(openings)}
                {...form.getInputProps('opening')}
              />
            )}
          </Group>
        )}
        <ProblemNote failure={make.error} />
        <DialogFoot onClose={onCancel}>
          <Button type="submit" loading={make.isPending}>
            {kind === 'worked' ? 'Make it and go to the recording room' : 'Make it and add pages'}
          </Button>
        </DialogFoot>
      </Stack>
    </form>
  );
}

interface Question {
  readonly lesson: string;
  readonly page: string;
  readonly words: string;
  readonly picture: File | null;
  readonly there: readonly unknown[];
}

/** Puts the question at the top of the first board. */
async function placeQuestion({ lesson, page, words, picture, there }: Question): Promise<void> {
  const things: Thing[] = [];
  if (words !== '')
    things.push({
      id: 'question',
      kind: 'text',
      x: 80,
      y: 48,
      width: 1440,
      height: 54,
      text: words,
      size: 40,
      colour: FIRST_PENS[0]!.colour,
    });
  if (picture) {
    const [made] = await sendFiles<Placed[]>('POST', `/api/lessons/${lesson}/assets`, [picture]);
    const width = Math.min(1440, present(made).width / 1.5);
    const y = words === '' ? 40 : 130;
    things.push({
      id: 'question-picture',
      kind: 'picture',
      x: 80,
      y,
      width: Math.round(width),
      height: Math.round((width * present(made).height) / present(made).width),
      picture: present(made).digest,
    });
  }
  if (things.length === 0) return;
  const body = { things: [...there, ...things] as unknown as Record<string, never>[] };
  await call(client.PUT('/api/lessons/{id}/pages/{page}/things', { params: { path: { id: lesson, page } }, body }));
}
