import { present } from '@oakbell/core/present';
import { TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router';
import { call, client, lessonKey, useLesson, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote, Waiting } from '../../shared/ui/index.ts';
import classes from './LessonFrame.module.css';

const STEPS = ['pages', 'record', 'polish', 'assign', 'watched'] as const;
type Step = (typeof STEPS)[number];
const NAMES: Readonly<Record<Step, string>> = {
  pages: 'Pages',
  record: 'Record',
  polish: 'Polish',
  assign: 'Assign',
  watched: 'Watched',
};
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
  const step = STEPS.find((one) => pathname.endsWith(`/${one}`)) ?? 'pages';
  return (
    <div className={classes.frame}>
      {step !== 'watched' && <h1 className="ob-hidden">{`${NAMES[step]}: ${lesson.data.title}`}</h1>}
      <div className={classes.head}>
        <LessonTitle key={lesson.data.id} lesson={lesson.data} />
        <nav aria-label="Steps of the lesson" className={classes.steps}>
          {STEPS.map((step) => (
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
      <Outlet />
    </div>
  );
}

function statesOf(lesson: Lesson, assignments: number): Readonly<Record<Step, StepState>> {
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

/** The title, changed where it stands. */
function LessonTitle({ lesson }: { readonly lesson: Lesson }) {
  const queries = useQueryClient();
  const [title, setTitle] = useState(lesson.title);
  const save = useMutation({
    mutationFn: () =>
      call(client.PATCH('/api/lessons/{id}', { params: { path: { id: lesson.id } }, body: { title: title.trim() } })),
    onSuccess: (saved) => queries.setQueryData(lessonKey(lesson.id), saved),
  });
  const leave = () => {
    if (title.trim() === '') setTitle(lesson.title);
    else if (title.trim() !== lesson.title) save.mutate();
  };
  return (
    <TextInput
      aria-label="Title of the lesson"
      className={classes.title}
      variant="unstyled"
      maxLength={160}
      value={title}
      onChange={(event) => setTitle(event.currentTarget.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      error={save.error ? 'The title could not be saved' : null}
    />
  );
}
