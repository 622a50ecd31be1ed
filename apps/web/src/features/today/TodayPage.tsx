import { Button, Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { call, client, useSession, type Api } from '../../shared/api/index.ts';
import { dayDistance, Empty, PageTitle, Show, whenText } from '../../shared/ui/index.ts';
import { Recoveries } from './Recoveries.tsx';
import { todaySentence } from './sentence.ts';

const STEP_WORDS = { pages: 'Add pages', record: 'Record', assign: 'Assign' } as const;

/** A sentence and three short lists: what to do next. */
export function TodayPage() {
  const person = useSession();
  const today = useQuery({ queryKey: ['today'], queryFn: () => call(client.GET('/api/today')) });
  return (
    <div className="ob-page">
      <PageTitle>Today</PageTitle>
      <Show of={today} what="Looking at your day">
        {(data) => (
          <Stack gap="xl">
            <div>
              <Title order={1}>{`Good day, ${person?.name.split(' ')[0] ?? ''}`}</Title>
              <Text size="lg" mt={4}>
                {todaySentence(data)}
              </Text>
            </div>
            <Recoveries unfinished={data.unfinished} onChange={() => void today.refetch()} />
            <Lessons rows={data.lessons} />
            <HandIns rows={data.handIns} />
            <NotWatched rows={data.notWatched} />
          </Stack>
        )}
      </Show>
    </div>
  );
}

function List({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title}>
      <Title order={2} mb="xs">
        {title}
      </Title>
      {children}
    </section>
  );
}

function Lessons({ rows }: { readonly rows: readonly Api['TodayLessonDto'][] }) {
  return (
    <List title="Lessons to finish">
      {rows.length === 0 ? (
        <Empty
          title="Nothing is left half done"
          action={
            <Button component={Link} to="/lessons?new">
              Make a lesson
            </Button>
          }
        />
      ) : (
        <ul className="ob-rows ob-card">
          {rows.map((lesson) => (
            <li key={lesson.id} className="ob-row">
              <div className="ob-row-main">
                <Link className="ob-link" to={`/lessons/${lesson.id}/pages`}>
                  {lesson.title}
                </Link>
                <Text size="sm" c="dimmed">
                  Last changed {whenText(lesson.updatedAt)}
                </Text>
              </div>
              <Button component={Link} to={`/lessons/${lesson.id}/${lesson.step}`} variant="light">
                {STEP_WORDS[lesson.step]}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </List>
  );
}

function HandIns({ rows }: { readonly rows: readonly Api['TodayHandInDto'][] }) {
  return (
    <List title="Hand-ins waiting for your voice">
      {rows.length === 0 ? (
        <Text c="dimmed">None are waiting.</Text>
      ) : (
        <ul className="ob-rows ob-card">
          {rows.map((one) => (
            <li key={one.submissionId} className="ob-row">
              <div className="ob-row-main">
                <Link className="ob-link" to={`/marking/${one.assignmentId}/${one.submissionId}`}>
                  {one.learnerName}
                </Link>
                <Text size="sm" c="dimmed">
                  {one.lessonTitle} · handed in {dayDistance(one.handedInAt, new Date())}
                </Text>
              </div>
              <Button component={Link} to={`/marking/${one.assignmentId}/${one.submissionId}`} variant="light">
                Open
              </Button>
            </li>
          ))}
        </ul>
      )}
    </List>
  );
}

function NotWatched({ rows }: { readonly rows: readonly Api['TodayAssignmentDto'][] }) {
  return (
    <List title="Assignments not yet watched by all">
      {rows.length === 0 ? (
        <Text c="dimmed">Everyone has begun what you gave them.</Text>
      ) : (
        <ul className="ob-rows ob-card">
          {rows.map((one) => (
            <li key={one.assignmentId} className="ob-row">
              <div className="ob-row-main">
                <Link className="ob-link" to={`/lessons/${one.lessonId}/watched?assignment=${one.assignmentId}`}>
                  {one.lessonTitle}
                </Link>
                <Text size="sm" c="dimmed">
                  {one.className} · due {dayDistance(one.dueAt, new Date())}
                </Text>
              </div>
              <Text>
                {one.notBegun} of {one.learners} have not begun
              </Text>
            </li>
          ))}
        </ul>
      )}
    </List>
  );
}
