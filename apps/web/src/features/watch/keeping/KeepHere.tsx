import { Button, Group, Progress, Text } from '@mantine/core';
import { KEPT } from '@oakbell/core/keeping';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { canKeep, Problem, useFromKept } from '../../../shared/api/index.ts';
import { ProblemNote, sizeText } from '../../../shared/ui/index.ts';
import { dropWork, keepWork, type Keeping } from './keeper.ts';
import { useKeptWorks } from './useKeptWorks.ts';

/** Keeps the lessons of a piece of work on this device, and lets them go. */
export function KeepHere({ id }: { readonly id: string }) {
  const queries = useQueryClient();
  const works = useKeptWorks();
  const isAway = useFromKept();
  const [keeping, setKeeping] = useState<Keeping | 'begun' | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const stop = useRef<AbortController | null>(null);
  if (!canKeep()) return null;
  const kept = works.data?.find((one) => one.assignmentId === id);
  const run = async (work: () => Promise<unknown>) => {
    setFailure(null);
    try {
      await work();
    } catch (problem) {
      if (!(problem instanceof Problem && problem.code === 'aborted')) setFailure(problem);
    }
    setKeeping(null);
    await queries.invalidateQueries({ queryKey: [KEPT] });
  };
  const keep = () => {
    const leaving = new AbortController();
    stop.current = leaving;
    setKeeping('begun');
    void run(() => keepWork(id, { onProgress: setKeeping, signal: leaving.signal }));
  };
  return (
    <section aria-label="Without a network">
      {keeping !== null ? (
        <Group>
          <Progress
            value={keeping === 'begun' ? 0 : (100 * keeping.files) / keeping.of}
            aria-label="Keeping the lesson on this device"
            style={{ flex: '1 1 200px' }}
          />
          <Text size="sm" role="status">
            {keeping === 'begun'
              ? 'Looking what is needed'
              : `${keeping.files} of ${keeping.of} files, ${sizeText(keeping.bytes)}`}
          </Text>
          <Button variant="default" size="sm" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        </Group>
      ) : kept ? (
        <Group gap="sm">
          <Text size="sm" role="status">
            {`Kept on this device, ${sizeText(kept.bytes)}: it plays without a network. It goes when you sign out.`}
          </Text>
          <Button variant="subtle" color="oak" size="sm" onClick={() => void run(() => dropWork(id))}>
            Remove it from here
          </Button>
        </Group>
      ) : (
        <Group gap="sm">
          <Button variant="default" size="sm" disabled={isAway} onClick={keep}>
            {failure ? 'Go on keeping it' : 'Keep it for when there is no network'}
          </Button>
          <Text size="sm" c="dimmed">
            Only on a device of your own. It goes when you sign out.
          </Text>
        </Group>
      )}
      <ProblemNote failure={failure} />
    </section>
  );
}
