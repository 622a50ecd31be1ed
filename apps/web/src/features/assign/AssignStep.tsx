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
import { Link, useParams } from 'react-router';
import { call, client, once, useLesson, type Lesson } from '../../shared/api/index.ts';
import { Empty, fieldValue, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import classes from './Assign.module.css';
import { Publish } from './Publish.tsx';

/** Publishing, and one sheet that reads as a sentence: who, what to do, by when, worth what. */
export function AssignStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  const editions = useQuery({
    queryKey: ['editions', id],
    queryFn: () => call(client.GET('/api/lessons/{id}/editions', { params: { path: { id } } })),
  });
  if (!lesson) return null;
  return (
    <div className="ob-page">
      <PageTitle>{`Assign · ${lesson.title}`}</PageTitle>
      {lesson.edits.segments.length === 0 ? (
        <Empty
          title="There is nothing to publish yet"
          action={
            <Button component={Link} to={`/lessons/${id}/record`}>
              Record
            </Button>
          }
        >
          Record the lesson first. Then publish it and give it to a class.
        </Empty>
      ) : (
        <Show of={editions} what="Looking at the editions">
          {(made) => (
            <Stack gap="lg">
              <Publish lesson={lesson} editions={made} />
              {made.length > 0 && <AssignSheet lesson={lesson} ready={made.some((one) => one.state === 'ready')} />}
              <Given lessonId={id} />
            </Stack>
          )}
        </Show>
      )}
    </div>
  );
}

const WEEK_MS = 7 * 86_400_000;
function inAWeek(): string {
  const due = new Date(Date.now() + WEEK_MS);
  due.setHours(16, 0, 0, 0);
  return fieldValue(due);
}

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

function AssignSheet({ lesson, ready }: { readonly lesson: Lesson; readonly ready: boolean }) {
  const queries = useQueryClient();
  const mine = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  const form = useForm<Terms>({
    initialValues: {
      classId: '',
      instructions: '',
      dueAt: inAWeek(),
      graded: false,
      points: 20,
      handIn: true,
      spoken: false,
      seconds: 60,
      answerPage: '',
    },
    validate: {
      classId: (value) => (value === '' ? 'Choose a class' : null),
      dueAt: (value) => (Number.isNaN(new Date(value).getTime()) ? 'Choose a day and a time' : null),
      seconds: (value, { spoken }) =>
        spoken && !(value >= 10 && value <= 900) ? 'From ten seconds to fifteen minutes' : null,
      points: (value, { graded }) => (graded && !(value >= 1 && value <= 1000) ? 'From 1 to 1000 points' : null),
    },
  });
  const assign = useMutation({
    mutationFn: ({ graded, points, dueAt, spoken, seconds, answerPage, ...terms }: Terms) =>
      once((header) =>
        call(
          client.POST('/api/assignments', {
            params: { header },
            body: {
              ...terms,
              lessonId: lesson.id,
              dueAt: new Date(dueAt).toISOString(),
              points: graded ? points : null,
              answerLimitMs: spoken ? seconds * 1000 : null,
              answerPage: spoken && answerPage !== '' ? answerPage : null,
            },
          }),
        ),
      ),
    onSuccess: () => {
      form.reset();
      void queries.invalidateQueries({ queryKey: ['lesson-assignments', lesson.id] });
    },
  });
  const { values } = form;
  return (
    <form
      className={`ob-card ${classes.sheet}`}
      onSubmit={form.onSubmit((terms) => assign.mutate(terms))}
      noValidate
      aria-label="Give it to a class"
    >
      <Stack gap="sm">
        <Title order={2}>Give it to a class</Title>
        <Group align="end" wrap="wrap">
          <NativeSelect
            label="Who"
            data={[
              { value: '', label: 'Choose a class' },
              ...(mine.data ?? []).map((one) => ({ value: one.id, label: `${one.name} (${one.learners} learners)` })),
            ]}
            {...form.getInputProps('classId')}
          />
          <TextInput label="By when" type="datetime-local" {...form.getInputProps('dueAt')} />
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
            Assign
          </Button>
          {!ready && <Text c="dimmed">Learners see it as soon as the edition is ready.</Text>}
        </Group>
      </Stack>
      <aside className={classes.preview} aria-label="What learners will see">
        <Text size="sm" c="dimmed">
          What learners will see
        </Text>
        <Text fw={700}>{lesson.title}</Text>
        <Text size="sm">
          Due {Number.isNaN(new Date(values.dueAt).getTime()) ? '…' : whenText(new Date(values.dueAt).toISOString())}
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

function Given({ lessonId }: { readonly lessonId: string }) {
  const given = useQuery({
    queryKey: ['lesson-assignments', lessonId],
    queryFn: () => call(client.GET('/api/lessons/{id}/assignments', { params: { path: { id: lessonId } } })),
  });
  if (!given.data?.length) return null;
  return (
    <section aria-label="Given to">
      <Title order={2} mb="xs">
        Given to
      </Title>
      <ul className="ob-rows ob-card">
        {given.data.map((one) => (
          <li key={one.id} className="ob-row">
            <div className="ob-row-main">
              <Text fw={700}>{one.className}</Text>
              <Text size="sm" c="dimmed">
                Due {whenText(one.dueAt)}
                {one.points === null ? '' : ` · ${one.points} points`}
              </Text>
            </div>
            <Button component={Link} variant="light" to={`/lessons/${lessonId}/watched?assignment=${one.id}`}>
              Who has watched
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
