import { Button, Group, Radio, Stack, Switch, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import type { Micros } from '@oakbell/core/clock';
import { OPEN_TO, standingOf, turnsToCome, type OpenTo } from '@oakbell/core/opening';
import { IconLink } from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { call, client, lessonKey, Problem, type Api, type Lesson } from '../../shared/api/index.ts';
import { offerUndo, ProblemNote, schoolZone, whenText } from '../../shared/ui/index.ts';
import { fieldValue, momentIn } from './due.ts';
import { LinkDialog } from './LinkDialog.tsx';

type Opening = Api['OpeningDto'];
const WORDS: Readonly<Record<OpenTo, { readonly label: string; readonly description: string }>> = {
  me: { label: 'Only me', description: 'Nobody else sees it. What learners did with it is kept.' },
  assigned: { label: 'Learners it is given to', description: 'And those who teach them.' },
  school: {
    label: 'Everyone at the school with the link',
    description: 'Learners and teachers sign in and watch. Others at the school do not find it by themselves.',
  },
};

interface Fields {
  to: OpenTo;
  timed: boolean;
  from: string;
  until: string;
}
const fieldsOf = ({ to, from, until }: Opening, zone: string): Fields => ({
  to,
  timed: from !== null || until !== null,
  from: from === null ? '' : fieldValue(new Date(from), zone),
  until: until === null ? '' : fieldValue(new Date(until), zone),
});
function momentFault(value: string, zone: string): string | null {
  const moment = value === '' ? null : momentIn(value, zone);
  return typeof moment === 'string' ? moment : null;
}
const isoOf = (value: string, zone: string): string | null => {
  const moment = value === '' ? '' : momentIn(value, zone);
  return typeof moment === 'string' ? null : moment.toISOString();
};
const openingIn = ({ to, timed, from, until }: Fields, zone: string): Opening => ({
  to,
  from: timed ? isoOf(from, zone) : null,
  until: timed ? isoOf(until, zone) : null,
});

/** Before whom a published lesson is open, from when until when; and the ways to it. */
export function Openness({ lesson, length }: { readonly lesson: Lesson; readonly length: Micros }) {
  const zone = schoolZone();
  const queries = useQueryClient();
  const [linking, setLinking] = useState(false);
  const { opening } = lesson;
  const now = useTurns(opening);
  const form = useForm<Fields>({
    initialValues: fieldsOf(opening, zone),
    validate: {
      from: (value, { timed }) => (timed ? momentFault(value, zone) : null),
      until: (value, { timed, from }) =>
        timed ? (momentFault(value, zone) ?? (value && from >= value ? 'It has to end after it begins' : null)) : null,
    },
  });
  // Somebody else may have changed it: what is being filled in here stays.
  const latest = useRef(form);
  useEffect(() => {
    latest.current = form;
  });
  const told = JSON.stringify(opening);
  useEffect(() => {
    if (latest.current.isDirty()) return;
    const fields = fieldsOf(JSON.parse(told) as Opening, zone);
    latest.current.setInitialValues(fields);
    latest.current.setValues(fields);
  }, [told, zone]);
  const put = (body: Opening) =>
    call(client.PUT('/api/lessons/{id}/opening', { params: { path: { id: lesson.id } }, body }));
  const save = useMutation({
    mutationFn: put,
    onSuccess: async (_, now) => {
      const before = opening;
      const fields = fieldsOf(now, zone);
      form.setInitialValues(fields);
      form.setValues(fields);
      form.resetDirty(fields);
      await queries.invalidateQueries({ queryKey: lessonKey(lesson.id) });
      if (now.to === 'me' && before.to !== 'me')
        offerUndo('Nobody but you can watch this lesson now.', () =>
          put(before).finally(() => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) })),
        );
    },
    onError: (problem) => form.setErrors(problem instanceof Problem ? { ...problem.fields } : {}),
  });
  const { values } = form;
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-label="Who may watch">
      <form onSubmit={form.onSubmit((fields) => save.mutate(openingIn(fields, zone)))} noValidate>
        <Stack gap="sm">
          <Group justify="space-between" align="flex-start">
            <div>
              <Title order={2}>Who may watch</Title>
              <Text role="status" c="dimmed">
                {standingText(opening, now)}
              </Text>
            </div>
            {opening.to !== 'me' && (
              <Button
                variant="default"
                leftSection={<IconLink size={18} aria-hidden />}
                onClick={() => setLinking(true)}
              >
                Link, QR code, frame
              </Button>
            )}
          </Group>
          <Radio.Group aria-label="Before whom it is open" {...form.getInputProps('to')}>
            <Stack gap="xs">
              {OPEN_TO.map((to) => (
                <Radio key={to} value={to} {...WORDS[to]} />
              ))}
            </Stack>
          </Radio.Group>
          {values.to !== 'me' && (
            <Switch label="Open for a time only" {...form.getInputProps('timed', { type: 'checkbox' })} />
          )}
          {values.to !== 'me' && values.timed && (
            <>
              <Group align="start">
                <TextInput type="datetime-local" label="From" {...form.getInputProps('from')} />
                <TextInput type="datetime-local" label="Until" {...form.getInputProps('until')} />
              </Group>
              <Text size="sm" c="dimmed">
                In the time of the school ({zone.replaceAll('_', ' ')}). A field that stays empty sets no end.
              </Text>
            </>
          )}
          <ProblemNote failure={save.error} />
          {form.isDirty() && (
            <Group>
              <Button type="submit" loading={save.isPending}>
                Save
              </Button>
              <Button variant="subtle" color="oak" onClick={() => form.reset()}>
                Leave it as it was
              </Button>
            </Group>
          )}
        </Stack>
      </form>
      {linking && <LinkDialog lesson={lesson} length={length} onClose={() => setLinking(false)} />}
    </section>
  );
}

const inMs = ({ to, from, until }: Opening) => {
  const at = (moment: string | null) => (moment === null ? null : Date.parse(moment));
  return { to, from: at(from), until: at(until) };
};
/** Timers can wait no longer. */
const LONGEST_WAIT_MS = 2 ** 31 - 1;

/** The time, in ms since 1970, told anew whenever the lesson opens or closes by itself. */
function useTurns(opening: Opening): number {
  const [now, setNow] = useState(Date.now);
  const next = turnsToCome(inMs(opening), now)[0] ?? null;
  useEffect(() => {
    if (next === null) return;
    const timer = setTimeout(() => setNow(Date.now()), Math.min(LONGEST_WAIT_MS, Math.max(0, next - Date.now())));
    return () => clearTimeout(timer);
  }, [next, now]);
  return now;
}

/** How it stands, and what happens next by itself. */
function standingText(opening: Opening, now: number): string {
  const { to, from, until } = opening;
  const standing = standingOf(inMs(opening), now);
  if (standing === 'closed') return 'Nobody but you can watch it.';
  if (standing === 'over') return `It closed ${whenText(until ?? '')}. What learners did with it is kept.`;
  const whom = to === 'school' ? 'Everyone at the school with the link' : 'Learners it is given to';
  const end = until === null ? '' : ` until ${whenText(until)}`;
  return standing === 'to-come'
    ? `${whom} can watch it from ${whenText(from ?? '')}${end}.`
    : `${whom} can watch it${end}.`;
}
