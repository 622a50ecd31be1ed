import {
  Button,
  Group,
  NativeSelect,
  NumberInput,
  Stack,
  Switch,
  Text,
  Textarea,
  TextInput,
  Title,
} from '@mantine/core';
import { useForm } from '@mantine/form';
import { micros, timeText } from '@oakbell/core/clock';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, once, type Api, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote, schoolZone, whenText } from '../../shared/ui/index.ts';
import classes from './Assign.module.css';
import { fieldValue, inAWeek, momentOf } from './due.ts';

interface Terms {
  classId: string;
  instructions: string;
  dueAt: string;
  graded: boolean;
  points: number;
  handIn: boolean;
  /** A spoken answer is asked for, of so many seconds at most, on this page of the lesson. */
  spoken: boolean;
  seconds: number;
  answerPage: string;
}

interface SheetProps {
  readonly lesson: Lesson;
  readonly ready: boolean;
  /** What was given already and is to be changed; something new is given when left out. */
  readonly given?: Api['AssignmentDto'];
  readonly onDone?: () => void;
}

export function AssignSheet({ lesson, ready, given, onDone }: SheetProps) {
  const zone = schoolZone();
  const queries = useQueryClient();
  const mine = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  const form = useForm<Terms>({
    initialValues: {
      classId: given?.classId ?? '',
      instructions: given?.instructions ?? '',
      dueAt: given ? fieldValue(new Date(given.dueAt), zone) : inAWeek(new Date(), zone),
      graded: (given?.points ?? null) !== null,
      points: given?.points ?? 20,
      handIn: given?.handIn ?? true,
      spoken: (given?.answerLimitMs ?? null) !== null,
      seconds: (given?.answerLimitMs ?? 60_000) / 1000,
      answerPage: given?.answerPage ?? '',
    },
    validate: {
      classId: (value) => (value === '' ? 'Choose a class' : null),
      dueAt: (value) => {
        const moment = momentOf(value, zone, new Date());
        // What is over already stays so while its words are changed.
        const isAsItWas = given && value === fieldValue(new Date(given.dueAt), zone);
        return typeof moment === 'string' && !isAsItWas ? moment : null;
      },
      seconds: (value, { spoken }) =>
        spoken && !(value >= 10 && value <= 900) ? 'From ten seconds to fifteen minutes' : null,
      points: (value, { graded }) => (graded && !(value >= 1 && value <= 1000) ? 'From 1 to 1000 points' : null),
    },
  });
  const assign = useMutation({
    mutationFn: ({ graded, points, dueAt, spoken, seconds, answerPage, classId, ...terms }: Terms) => {
      const moment = momentOf(dueAt, zone, new Date());
      const body = {
        ...terms,
        dueAt: typeof moment === 'string' ? (given?.dueAt ?? '') : moment.toISOString(),
        points: graded ? points : null,
        answerLimitMs: spoken ? seconds * 1000 : null,
        answerPage: spoken && answerPage !== '' ? answerPage : null,
      };
      if (given) return call(client.PUT('/api/assignments/{id}', { params: { path: { id: given.id } }, body }));
      return once((header) =>
        call(client.POST('/api/assignments', { params: { header }, body: { ...body, classId, lessonId: lesson.id } })),
      );
    },
    onSuccess: () => {
      form.reset();
      void queries.invalidateQueries({ queryKey: ['lesson-assignments', lesson.id] });
      onDone?.();
    },
  });
  const { values } = form;
  const due = momentOf(values.dueAt, zone, new Date());
  return (
    <form
      className={`ob-card ${classes.sheet}`}
      onSubmit={form.onSubmit((terms) => assign.mutate(terms))}
      noValidate
      aria-label={given ? `Change what ${given.className} was given` : 'Give it to a class'}
    >
      <Stack gap="sm">
        <Title order={2}>{given ? `Change what ${given.className} was given` : 'Give it to a class'}</Title>
        <Group align="end" wrap="wrap">
          <NativeSelect
            disabled={given !== undefined}
            label="Who"
            data={[
              { value: '', label: 'Choose a class' },
              ...(mine.data ?? []).map((one) => ({ value: one.id, label: `${one.name} (${one.learners} learners)` })),
            ]}
            {...form.getInputProps('classId')}
          />
          <TextInput
            label={`By when, in the time of the school (${zone.replaceAll('_', ' ')})`}
            type="datetime-local"
            {...form.getInputProps('dueAt')}
          />
        </Group>
        <Textarea
          label="What to do"
          autosize
          minRows={3}
          maxLength={4000}
          placeholder="Watch to the end, then plot the course and hand in your chart."
          {...form.getInputProps('instructions')}
        />
        <Switch label="Learners hand something in" {...form.getInputProps('handIn', { type: 'checkbox' })} />
        <Group align="end">
          <Switch label="They answer aloud" pb={8} {...form.getInputProps('spoken', { type: 'checkbox' })} />
          {values.spoken && (
            <>
              <NumberInput
                label="Seconds at most"
                min={10}
                max={900}
                step={10}
                w={150}
                {...form.getInputProps('seconds')}
              />
              <NativeSelect
                label="On which page"
                data={[
                  { value: '', label: 'An empty board' },
                  ...lesson.pages
                    .filter((page) => page.kind === 'slide' || page.kind === 'board')
                    .map((page) => ({
                      value: page.id,
                      label: `Page ${1 + lesson.pages.indexOf(page)} of this lesson`,
                    })),
                ]}
                {...form.getInputProps('answerPage')}
              />
            </>
          )}
        </Group>
        <Group align="end">
          <Switch label="Points are given" pb={8} {...form.getInputProps('graded', { type: 'checkbox' })} />
          {values.graded && (
            <NumberInput label="At most" min={1} max={1000} w={120} {...form.getInputProps('points')} />
          )}
        </Group>
        <ProblemNote failure={assign.error} />
        <Group>
          <Button type="submit" loading={assign.isPending}>
            {given ? 'Save, and tell the class' : 'Assign'}
          </Button>
          {given && (
            <Button variant="default" onClick={onDone}>
              Leave it
            </Button>
          )}
          {!ready && <Text c="dimmed">Learners see it as soon as the edition is ready.</Text>}
        </Group>
      </Stack>
      <aside className={classes.preview} aria-label="What learners will see">
        <Text size="sm" c="dimmed">
          What learners will see
        </Text>
        <Text fw={700}>{lesson.title}</Text>
        <Text size="sm">
          Due {typeof due === 'string' ? (given ? whenText(given.dueAt) : '…') : whenText(due.toISOString())}
        </Text>
        <Text style={{ whiteSpace: 'pre-wrap' }}>{values.instructions || 'No instructions yet.'}</Text>
        <Text size="sm">
          {values.spoken ? `Answer aloud, up to ${timeText(micros(values.seconds * 1e6))}. ` : ''}
          {values.handIn ? 'Hand in a PDF, a picture or text.' : values.spoken ? '' : 'Nothing to hand in.'}{' '}
          {values.graded ? `Worth up to ${values.points} points.` : ''}
        </Text>
      </aside>
    </form>
  );
}
