import { Button, Group, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call, client, type Api, type Lesson } from '../../shared/api/index.ts';
import { dueText, offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import { AssignSheet } from './sheet/AssignSheet.tsx';
import type { Asked } from './sheet/terms.ts';

/** What can be given once more. */
const termsIn = (given: Omit<Api['AssignmentDto'], 'classId' | 'whom' | 'className'>): Asked => {
  const { instructions, points, handIn, answerLimitMs = null, makers = null, answerPage = null } = given;
  const { answersSeen = 'teacher' } = given;
  const { watchedPercent, workOpens, lessonIds, dueAt, unit = null, day = null } = given;
  const { attachmentIds = [], worksheetId = null } = given;
  return {
    ...{ instructions, points, handIn, answerLimitMs, makers, answerPage, watchedPercent, workOpens, answersSeen },
    ...{ lessonIds, dueAt, unit, day, attachmentIds, worksheetId },
  };
};

/** Whom the lesson was given to; each can be changed, and taken back while nothing has come of it. */
export function GivenList({ lesson }: { readonly lesson: Lesson }) {
  const queryKey = ['lesson-assignments', lesson.id];
  const given = useQuery({
    queryKey,
    queryFn: () => call(client.GET('/api/lessons/{id}/assignments', { params: { path: { id: lesson.id } } })),
  });
  const [changed, setChanged] = useState<string | null>(null);
  const queries = useQueryClient();
  const takeBack = useMutation({
    mutationFn: ({ id }: Api['AssignmentDto']) =>
      call(client.DELETE('/api/assignments/{id}', { params: { path: { id } } })),
    onSuccess: (_, { classId, whom, className, ...given }) => {
      const again = () => queries.invalidateQueries({ queryKey });
      void again();
      offerUndo(`${className} no longer has this lesson on its desk.`, () =>
        call(client.POST('/api/assignments', { body: { ...termsIn(given), to: [{ classId, whom }] } })).finally(
          () => void again(),
        ),
      );
    },
  });
  if (!given.data?.length) return null;
  return (
    <section aria-label="Given to">
      <Title order={2} mb="xs">
        Given to
      </Title>
      <ProblemNote failure={takeBack.error} />
      <ul className="ob-rows ob-card">
        {given.data.map((one) =>
          changed === one.id ? (
            <li key={one.id}>
              <AssignSheet lesson={lesson} ready given={one} onDone={() => setChanged(null)} />
            </li>
          ) : (
            <li key={one.id} className="ob-row">
              <div className="ob-row-main">
                <Text fw={700}>
                  <bdi>{one.className}</bdi>
                </Text>
                <Text size="sm" c="dimmed">
                  {one.lessons.length > 1 && `${one.title} · `}
                  {dueText(one.dueAt, new Date())}
                  {one.points === null ? '' : ` · ${one.points} points`}
                </Text>
              </div>
              <Group gap="xs">
                <Button variant="default" onClick={() => setChanged(one.id)} aria-label={`Change: ${one.className}`}>
                  Change
                </Button>
                <Button
                  variant="default"
                  onClick={() => takeBack.mutate(one)}
                  aria-label={`Take back from ${one.className}`}
                >
                  Take back
                </Button>
                <Button component={Link} variant="light" to={`/lessons/${lesson.id}/watched?assignment=${one.id}`}>
                  Who has watched
                </Button>
              </Group>
            </li>
          ),
        )}
      </ul>
    </section>
  );
}
