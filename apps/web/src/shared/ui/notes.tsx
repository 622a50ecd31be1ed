import { Alert, Button, Center, Loader, Stack, Text, Title } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { isAway, Problem } from '../api/index.ts';

/** The plain words of a failure. */
export const wordsOf = (failure: unknown): string =>
  failure instanceof Problem ? failure.message : 'Something went wrong. What was saved is safe; try again.';

/** Says what happened, what is safe and what to do now. Nothing while there is no failure. */
export function ProblemNote({ failure, onRetry }: { readonly failure: unknown; readonly onRetry?: () => void }) {
  if (!failure) return null;
  return (
    <Alert role="alert" icon={<IconAlertTriangle aria-hidden />} my="sm" title="That did not work">
      <Text size="sm" c="inherit">
        {wordsOf(failure)}
      </Text>
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
  return of.data === undefined ? <Fetching of={[of]} what={what} /> : <>{children(of.data)}</>;
}

/** What stands here until several things have come: a wait, or what went wrong with a way back. */
export function Fetching({ of, what }: { readonly of: readonly Loaded<unknown>[]; readonly what: string }) {
  const failed = of.find(({ data, error }) => error && data === undefined);
  if (!failed) return <Waiting what={what} />;
  return <Failed failure={failed.error} onRetry={() => void failed.refetch()} />;
}

/** So often what could not be fetched is asked for again by itself. */
const AGAIN_MS = 5000;

/** A failure to fetch something: where nobody could be reached it is asked for again until somebody is. */
function Failed({ failure, onRetry }: { readonly failure: unknown; readonly onRetry: () => void }) {
  const away = isAway(failure);
  const retry = useRef(onRetry);
  useEffect(() => {
    retry.current = onRetry;
  });
  useEffect(() => {
    if (!away) return;
    const again = () => retry.current();
    const timer = setInterval(again, AGAIN_MS);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [away]);
  return <ProblemNote failure={failure} onRetry={onRetry} />;
}
