import { Alert, Button, Center, Loader, Stack, Text, Title } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { Problem } from '../api/index.ts';

/** The plain words of a failure. */
export const wordsOf = (failure: unknown): string =>
  failure instanceof Problem ? failure.message : 'Something went wrong. What was saved is safe; try again.';

/** Says what happened, what is safe and what to do now. Nothing while there is no failure. */
export function ProblemNote({ failure, onRetry }: { readonly failure: unknown; readonly onRetry?: () => void }) {
  if (!failure) return null;
  return (
    <Alert
      role="alert"
      color="brass.8"
      variant="light"
      icon={<IconAlertTriangle aria-hidden />}
      my="sm"
      title="That did not work"
    >
      <Text size="sm">{wordsOf(failure)}</Text>
      {onRetry && (
        <Button mt="xs" size="xs" variant="default" onClick={onRetry}>
          Try again
        </Button>
      )}
    </Alert>
  );
}

/** A wait that is seen and read out. */
export function Waiting({ what }: { readonly what: string }) {
  return (
    <Center p="xl" role="status" aria-busy="true">
      <Loader size="sm" mr="sm" color="oak" />
      <Text c="dimmed">{what} …</Text>
    </Center>
  );
}

/** An empty screen says the one next thing and offers it. */
export function Empty({
  title,
  children,
  action,
}: {
  readonly title: string;
  readonly children?: ReactNode;
  readonly action?: ReactNode;
}) {
  return (
    <Stack className="ob-card" align="flex-start" gap="xs" p="lg">
      <Title order={3}>{title}</Title>
      {children && <Text c="dimmed">{children}</Text>}
      {action}
    </Stack>
  );
}

interface Loaded<T> {
  readonly data: T | undefined;
  readonly error: unknown;
  readonly refetch: () => unknown;
}

/** Shows a query: a wait, a failure with a way back, or what came. */
export function Show<T>({
  of,
  what,
  children,
}: {
  readonly of: Loaded<T>;
  readonly what: string;
  readonly children: (data: T) => ReactNode;
}) {
  if (of.data !== undefined) return <>{children(of.data)}</>;
  if (of.error) return <ProblemNote failure={of.error} onRetry={() => void of.refetch()} />;
  return <Waiting what={what} />;
}
