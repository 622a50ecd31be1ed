import { Button, Group, Progress, Stack, Text, Textarea, Title } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { IconArrowDown, IconArrowUp, IconPlus, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  call,
  client,
  corePage,
  lessonKey,
  pictureOf,
  useLesson,
  type Lesson,
  type LessonPage,
} from '../../shared/api/index.ts';
import { clockText, IconAction, PageTitle, ProblemNote } from '../../shared/ui/index.ts';
import { BoardPicture } from './BoardPicture.tsx';
import { DropPages } from './DropPages.tsx';
import classes from './Pages.module.css';

/** The pages of a lesson: list, the page large, and its cues. */
export function PagesStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  if (!lesson) return null;
  return lesson.pages.length === 0 ? <FirstPages lesson={lesson} /> : <PageDesk lesson={lesson} />;
}

function FirstPages({ lesson }: { readonly lesson: Lesson }) {
  const add = useAddBoard(lesson);
  return (
    <Stack className="ob-page" w="100%">
      <PageTitle>{`Pages · ${lesson.title}`}</PageTitle>
      <Title order={2}>What will you talk over?</Title>
      <DropPages lesson={lesson} large />
      <Group>
        <Text c="dimmed">Or write everything yourself:</Text>
        <Button variant="light" onClick={() => add.mutate(undefined)} loading={add.isPending}>
          Begin with a squared board
        </Button>
      </Group>
    </Stack>
  );
}

function PageDesk({ lesson }: { readonly lesson: Lesson }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const at = Math.max(
    0,
    lesson.pages.findIndex((page) => page.id === chosen),
  );
  const page = lesson.pages[at]!;
  const add = useAddBoard(lesson);
  return (
    <div className={classes.desk}>
      <PageTitle>{`Pages · ${lesson.title}`}</PageTitle>
      <div className={classes.list}>
        <Importing lesson={lesson} />
        <ol>
          {lesson.pages.map((one, i) => (
            <li key={one.id}>
              <button
                type="button"
                className={classes.page}
                aria-current={i === at ? 'page' : undefined}
                onClick={() => setChosen(one.id)}
              >
                <span className={classes.small}>
                  <PagePicture lesson={lesson} page={one} small />
                </span>
                Page {i + 1}
              </button>
            </li>
          ))}
        </ol>
        <Button
          variant="subtle"
          size="sm"
          leftSection={<IconPlus size={18} aria-hidden />}
          onClick={() => add.mutate(page.id)}
          loading={add.isPending}
        >
          Add a board
        </Button>
        <DropPages lesson={lesson} />
      </div>
      <div className={classes.hall}>
        <PagePicture lesson={lesson} page={page} />
      </div>
      <PageSide key={page.id} lesson={lesson} page={page} at={at} />
    </div>
  );
}

function PagePicture({
  lesson,
  page,
  small = false,
}: {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly small?: boolean;
}) {
  const picture = small ? page.smallPicture : page.picture;
  if (picture === null) return <BoardPicture page={corePage(page)} widthPx={small ? 144 : 1600} />;
  return <img src={pictureOf(lesson.id)(picture)} alt="" className={classes.picture} />;
}

/** Where an import stands: a figure, a way to stop it, and what went wrong with it. */
function Importing({ lesson }: { readonly lesson: Lesson }) {
  const queries = useQueryClient();
  const job = lesson.importing;
  const act = useMutation({
    mutationFn: (what: 'cancel' | 'retry') =>
      call(client.POST(`/api/jobs/{id}/${what}`, { params: { path: { id: job!.id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  if (!job || job.state === 'done' || job.state === 'cancelled') return null;
  if (job.state === 'failed') {
    return (
      <div role="alert" className={classes.importing}>
        <Text size="sm">{job.failureText}</Text>
        <Button size="compact-sm" variant="default" onClick={() => act.mutate('retry')}>
          Try again
        </Button>
      </div>
    );
  }
  return (
    <div role="status" className={classes.importing}>
      <Text size="sm">Drawing pages: {Math.round(job.progress * 100)} %</Text>
      <Progress value={job.progress * 100} aria-label="Pages drawn" my={4} />
      <Button size="compact-sm" variant="default" onClick={() => act.mutate('cancel')}>
        Stop
      </Button>
    </div>
  );
}

function PageSide({ lesson, page, at }: { readonly lesson: Lesson; readonly page: LessonPage; readonly at: number }) {
  const queries = useQueryClient();
  const path = { id: lesson.id, page: page.id };
  const refresh = () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) });
  const [cues, setCues] = useState(page.cues);
  const [saved, setSaved] = useState<Date | null>(null);
  const save = useMutation({
    mutationFn: () => call(client.PUT('/api/lessons/{id}/pages/{page}/cues', { params: { path }, body: { cues } })),
    onSuccess: () => setSaved(new Date()),
    onSettled: refresh,
  });
  const move = useMutation({
    mutationFn: (by: -1 | 1) => {
      const ids = lesson.pages.map((one) => one.id);
      const pages = ids.toSpliced(at, 1).toSpliced(at + by, 0, page.id);
      return call(client.PUT('/api/lessons/{id}/pages', { params: { path: { id: lesson.id } }, body: { pages } }));
    },
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: () => call(client.DELETE('/api/lessons/{id}/pages/{page}', { params: { path } })),
    onSuccess: () =>
      offerUndo(`Page ${at + 1} was removed.`, () =>
        call(client.POST('/api/lessons/{id}/pages/{page}/restore', { params: { path } })).then(refresh),
      ),
    onSettled: refresh,
  });
  return (
    <aside className={classes.side} aria-label={`Page ${at + 1}`}>
      <Group justify="space-between">
        <Title order={2}>Page {at + 1}</Title>
        <Group gap={0}>
          <IconAction label="Move up" disabled={at === 0} onClick={() => move.mutate(-1)}>
            <IconArrowUp aria-hidden />
          </IconAction>
          <IconAction label="Move down" disabled={at === lesson.pages.length - 1} onClick={() => move.mutate(1)}>
            <IconArrowDown aria-hidden />
          </IconAction>
          <IconAction label="Remove page" onClick={() => remove.mutate()}>
            <IconTrash aria-hidden />
          </IconAction>
        </Group>
      </Group>
      <Textarea
        label="Cues"
        description="Only you see them, also while recording."
        autosize
        minRows={6}
        maxRows={16}
        maxLength={4000}
        value={cues}
        onChange={(event) => setCues(event.currentTarget.value)}
        onBlur={() => cues !== page.cues && save.mutate()}
      />
      <Text size="sm" c="dimmed" role="status">
        {saved ? `Saved ${clockText(saved)}` : ''}
      </Text>
      <ProblemNote failure={save.error ?? move.error ?? remove.error} />
      <Button component={Link} to={`/lessons/${lesson.id}/record`}>
        Go to the recording room
      </Button>
    </aside>
  );
}

function offerUndo(message: string, undo: () => Promise<unknown>): void {
  const id = crypto.randomUUID();
  const take = () => {
    notifications.hide(id);
    void undo();
  };
  notifications.show({
    id,
    message: (
      <Group justify="space-between">
        {message}
        <Button size="compact-sm" variant="light" onClick={take}>
          Undo
        </Button>
      </Group>
    ),
  });
}

function useAddBoard(lesson: Lesson) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (after: string | undefined) =>
      call(
        client.POST('/api/lessons/{id}/boards', {
          params: { path: { id: lesson.id } },
          body: { backdrop: 'squared', ...(after ? { after } : {}) },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
}
