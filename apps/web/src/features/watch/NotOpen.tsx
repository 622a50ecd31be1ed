import type { Standing } from '@oakbell/core/opening';
import { Stack, Text, Title } from '@mantine/core';
import type { ReactNode } from 'react';
import { Empty, PageTitle, whenText } from '../../shared/ui/index.ts';
import classes from './Watch.module.css';

interface Shut {
  readonly standing: Standing;
  readonly opensAt: string | null;
}

/** Why something cannot be watched now, in a few words. */
export const standingWords = ({ standing, opensAt }: Shut): string =>
  standing === 'to-come' && opensAt !== null
    ? `opens ${whenText(opensAt)}`
    : standing === 'over'
      ? 'no longer open'
      : 'taken away for now';

/** Stands where a lesson would be that is not open. */
export function NotOpen({ standing, opensAt }: Shut) {
  if (standing === 'to-come' && opensAt !== null)
    return (
      <Empty title={`This lesson opens ${whenText(opensAt)}`}>It can be watched here from then on, by itself.</Empty>
    );
  if (standing === 'over')
    return (
      <Empty title="This lesson is no longer open">
        Ask your teacher if you need it once more. What you have done with it is kept.
      </Empty>
    );
  return (
    <Empty title="Your teacher has taken this lesson away for now">
      Look again later, or ask your teacher. What you have done with it is kept.
    </Empty>
  );
}

/** Stands in the place of a page about something that is not, or no longer, for whoever looks. */
export function NotYours({
  title,
  children,
  action,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly action?: ReactNode;
}) {
  return (
    <>
      <PageTitle>{title}</PageTitle>
      <Title order={1} className={classes.title}>
        {title}
      </Title>
      <Stack align="flex-start">
        <Text>{children}</Text>
        {action}
      </Stack>
    </>
  );
}
