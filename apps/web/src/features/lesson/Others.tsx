import { Text } from '@mantine/core';
import type { LessonStep } from '@oakbell/core/library';
import { IconUsers } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call, client, type Lesson } from '../../shared/api/index.ts';
import classes from './LessonFrame.module.css';

/** It is said so often that this window has the lesson open, in ms; docs/formats/events.md. */
const EVERY_MS = 15_000;
const DOING: Readonly<Record<LessonStep, string>> = {
  pages: 'at its pages',
  record: 'in the recording room',
  polish: 'polishing it',
  assign: 'assigning it',
  watched: 'looking who watched it',
};

/** Who else has the lesson open, and where: what one changes the other sees. */
export function Others({ lesson, step }: { readonly lesson: Lesson; readonly step: LessonStep }) {
  const others = useOthers(lesson.id, step);
  if (others.length === 0) return null;
  return (
    <div className={classes.note} role="status">
      <Text size="sm" className={classes.others}>
        <IconUsers size={16} aria-hidden />
        <span>
          {others.map(({ id, name, step: at }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <bdi>{name}</bdi> is {DOING[at]}
            </span>
          ))}
          . What each of you changes is kept.
        </span>
      </Text>
    </div>
  );
}

function useOthers(lessonId: string, step: LessonStep) {
  const [window] = useState(() => crypto.randomUUID());
  const address = { params: { path: { id: lessonId, window } } };
  const { data } = useQuery({
    queryKey: ['here', lessonId, step],
    queryFn: () => call(client.PUT('/api/lessons/{id}/here/{window}', { ...address, body: { step } })),
    refetchInterval: EVERY_MS,
    refetchIntervalInBackground: true,
    placeholderData: keepPreviousData,
    retry: false,
  });
  useEffect(() => {
    const leave = () =>
      void fetch(`/api/lessons/${lessonId}/here/${window}`, { method: 'DELETE', keepalive: true }).catch(
        () => undefined,
      );
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, [lessonId, window]);
  return data?.others ?? [];
}
