import { Title } from '@mantine/core';
import type { Micros } from '@oakbell/core/clock';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { PageTitle, Show } from '../../shared/ui/index.ts';
import { LessonHere } from './LessonHere.tsx';
import { NotYours } from './NotOpen.tsx';
import classes from './Watch.module.css';

interface Props {
  readonly id: string;
  /** Where it begins. */
  readonly at?: Micros;
  /** Whether what is played counts as watched. */
  readonly counted: boolean;
  /** In a frame of another page, which has a title of its own. */
  readonly framed?: boolean;
  /** What stands under it. */
  readonly below?: (linked: Api['LinkedLessonDto']) => ReactNode;
}

/** What a link to a lesson leads to: the lesson, or why it cannot be watched now. */
export function LinkedLesson({ id, at, counted, framed = false, below }: Props) {
  const linked = useQuery({
    queryKey: ['desk', 'linked', id],
    queryFn: () => call(client.GET('/api/watching/lessons/{id}', { params: { path: { id } } })),
  });
  if (isGone(linked.error))
    return (
      <NotYours title="This lesson is not open to you">
        Ask whoever gave you the link. Where somebody else is signed in here, sign out first.
      </NotYours>
    );
  return (
    <Show of={linked} what="Opening the lesson">
      {(data) => (
        <>
          <PageTitle>{data.title}</PageTitle>
          <Title order={1} className={framed ? 'ob-hidden' : classes.title}>
            {data.title}
          </Title>
          <LessonHere of={data} at={at} counted={counted} linked={!framed} />
          {below?.(data)}
        </>
      )}
    </Show>
  );
}
