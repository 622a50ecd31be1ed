import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { RecordWord } from '../../kits/quickword/index.ts';
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
            <Group justify="space-between" align="start">
              <div>
                <Title order={1}>{`Good day, ${person?.name.split(' ')[0] ?? ''}`}</Title>
                <Text size="lg" mt={4}>
                  {todaySentence(data)}
                </Text>
              </div>
              <RecordWord />
            </Group>
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

/** So many rows of each list are shown at first: the day fits on a screen, however large the school is. */
const FIRST = 6;

/** The first rows, and all of them when asked for. */
function Rows<T>({
  rows,
  of,
  children,
}: {
  readonly rows: readonly T[];
  readonly of: string;
  readonly children: (row: T) => ReactNode;
}) {
  const [all, setAll] = useState(false);
  const shown = all ? rows : rows.slice(0, FIRST);
  return (
    <>
      <ul className="ob-rows ob-card">{shown.map(children)}</ul>
      {rows.length > FIRST && (
        <Button variant="subtle" mt={4} aria-expanded={all} onClick={() => setAll((before) => !before)}>
          {all ? `Show the first ${FIRST}` : `Show all ${rows.length} ${of}`}
        </Button>
      )}
    </>
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
        <Rows rows={rows} of="lessons">
          {(lesson) => (
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
          )}
        </Rows>
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
        <Rows rows={rows} of="hand-ins">
          {(one) => (
            <li key={one.submissionId} className="ob-row">
              <div className="ob-row-main">
                <Link className="ob-link" to={`/marking/${one.assignmentId}/${one.submissionId}`}>
                  <bdi>{one.learnerName}</bdi>
                </Link>
                <Text size="sm" c="dimmed">
                  {one.title} · handed in {dayDistance(one.handedInAt, new Date())}
                </Text>
              </div>
              <Button component={Link} to={`/marking/${one.assignmentId}/${one.submissionId}`} variant="light">
                Open
              </Button>
            </li>
          )}
        </Rows>
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
        <Rows rows={rows} of="assignments">
          {(one) => (
            <li key={one.assignmentId} className="ob-row">
              <div className="ob-row-main">
                <Link className="ob-link" to={watchedOf(one)}>
                  {one.title}
                </Link>
                <Text size="sm" c="dimmed">
                  {one.className} · due {dayDistance(one.dueAt, new Date())}
                </Text>
              </div>
              <Text>
                {one.notBegun} of {one.learners} have not begun
              </Text>
            </li>
          )}
        </Rows>
      )}
    </List>
  );
}

/** A lesson of somebody else of the class is not opened: only who has watched it. */
const watchedOf = ({ own, lessonId, assignmentId }: Api['TodayAssignmentDto']): string =>
  own ? `/lessons/${lessonId}/watched?assignment=${assignmentId}` : `/watched/${assignmentId}`;
