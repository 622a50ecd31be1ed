import { present } from '@oakbell/core/present';
import { Button, Group, Text, TextInput } from '@mantine/core';
import { LESSON_STEPS, LONGEST_TITLE, type LessonStep } from '@oakbell/core/library';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, Navigate, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { call, client, isSaidAnew, learn, lessonKey, useLesson, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote, useDraft, Waiting, wordsOf } from '../../shared/ui/index.ts';
import classes from './LessonFrame.module.css';
import { Others } from './Others.tsx';

const NAMES: Readonly<Record<LessonStep, string>> = {
  pages: 'Pages',
  record: 'Record',
  polish: 'Polish',
  assign: 'Assign',
  watched: 'Watched',
};
/** What whoever may use a lesson as it is can do with it. */
const FOR_USERS: readonly LessonStep[] = ['assign', 'watched'];
type StepState = 'not begun' | 'in hand' | 'done';

/** A lesson's five steps across the top, each with its state; any can be entered at any time. */
export function LessonFrame() {
  const { lesson: id = '' } = useParams();
  const { pathname } = useLocation();
  const lesson = useLesson(id);
  const assignments = useQuery({
    queryKey: ['lesson-assignments', id],
    queryFn: () => call(client.GET('/api/lessons/{id}/assignments', { params: { path: { id } } })),
  });
  if (lesson.error && !lesson.data) {
    return (
      <div className="ob-page">
        <ProblemNote failure={lesson.error} onRetry={() => void lesson.refetch()} />
        <Link to="/lessons">To your lessons</Link>
      </div>
    );
  }
  if (!lesson.data) return <Waiting what="Opening the lesson" />;
  const states = statesOf(lesson.data, assignments.data?.length ?? 0);
  const steps = lesson.data.may === 'use' ? FOR_USERS : LESSON_STEPS;
  const step = LESSON_STEPS.find((one) => pathname.split('/')[3] === one) ?? 'pages';
  if (!steps.includes(step)) return <Navigate to={`/lessons/${id}/assign`} replace />;
  return (
    <div className={classes.frame}>
      {step !== 'watched' && <h1 className="ob-hidden">{`${NAMES[step]}: ${lesson.data.title}`}</h1>}
      <div className={classes.head}>
        {lesson.data.may === 'use' ? (
          <Text className={classes.title} fw={700}>
            <bdi>{lesson.data.title}</bdi>
          </Text>
        ) : (
          <LessonTitle key={lesson.data.id} lesson={lesson.data} />
        )}
        <nav aria-label="Steps of the lesson" className={classes.steps}>
          {steps.map((step) => (
            <NavLink
              key={step}
              to={`/lessons/${id}/${step}`}
              className={present(classes.step)}
              data-state={states[step]}
            >
              <span className={classes.dot} aria-hidden />
              {NAMES[step]}
              <span className="ob-hidden">, {states[step]}</span>
            </NavLink>
          ))}
        </nav>
      </div>
      {lesson.data.may === 'use' ? <OfColleague lesson={lesson.data} /> : <Others lesson={lesson.data} step={step} />}
      <Outlet />
    </div>
  );
}

function statesOf(lesson: Lesson, assignments: number): Readonly<Record<LessonStep, StepState>> {
  const paged = lesson.pages.length > 0;
  const recorded = lesson.edits.segments.length > 0;
  const polished = lesson.history.last !== null && lesson.history.last.op !== 'insert';
  return {
    pages: paged ? 'done' : 'in hand',
    record: recorded ? 'done' : paged ? 'in hand' : 'not begun',
    polish: polished ? 'done' : recorded ? 'in hand' : 'not begun',
    assign: assignments > 0 ? 'done' : recorded ? 'in hand' : 'not begun',
    watched: assignments > 0 ? 'in hand' : 'not begun',
  };
}

/** Whose it is, and what can be done with it. */
function OfColleague({ lesson }: { readonly lesson: Lesson }) {
  const navigate = useNavigate();
  const copy = useMutation({
    mutationFn: () => call(client.POST('/api/lessons/{id}/copies', { params: { path: { id: lesson.id } } })),
    onSuccess: (made) => navigate(`/lessons/${made.id}/pages`),
  });
  return (
    <div className={classes.note}>
      <Group justify="space-between">
        <Text size="sm">
          This is <bdi>{lesson.owner}</bdi>’s lesson. You can watch it and assign it; to change something, make a copy.
        </Text>
        <Button size="sm" variant="default" loading={copy.isPending} onClick={() => copy.mutate()}>
          Make a copy
        </Button>
      </Group>
      <ProblemNote failure={copy.error} />
    </div>
  );
}

/** The title, changed where it stands. */
function LessonTitle({ lesson }: { readonly lesson: Lesson }) {
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: ({ title, was }: { title: string; was: string }) =>
      call(
        client.PATCH('/api/lessons/{id}', {
          params: { path: { id: lesson.id } },
          body: { title, was: { title: was } },
        }),
      ),
    onSuccess: (saved) => learn(queries, lessonKey(lesson.id), saved),
    // Somebody else gave it another title meanwhile: that is shown.
    onError: (failure) => isSaidAnew(failure) && queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  const title = useDraft(lesson.title, async (text, was) => {
    if (text.trim() !== '') await save.mutateAsync({ title: text.trim(), was });
  });
  return (
    <TextInput
      aria-label="Title of the lesson"
      className={classes.title}
      variant="unstyled"
      maxLength={LONGEST_TITLE}
      {...title}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      error={save.error ? (isSaidAnew(save.error) ? wordsOf(save.error) : 'The title could not be saved') : null}
    />
  );
}
