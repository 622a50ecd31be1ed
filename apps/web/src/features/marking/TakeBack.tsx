import { Button, Text } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import { ProblemNote } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';
import type { Done } from './useFinishing.ts';

/** What was done last, and how it is undone. */
export interface LastDone {
  readonly name: string;
  readonly how: Done;
  readonly undo: () => Promise<unknown>;
}

/** So long it can be taken back, in ms: the server says the same of what was handed back. */
const OFFERED_MS = 60_000;

/** For a minute what was handed back, or kept as ready, can be taken back: beside the queue, in nobody's way. */
export function TakeBack({ last, onGone }: { readonly last: LastDone; readonly onGone: () => void }) {
  const back = useMutation({ mutationFn: last.undo, onSuccess: onGone });
  useEffect(() => {
    const timer = setTimeout(onGone, OFFERED_MS);
    return () => clearTimeout(timer);
  }, [last, onGone]);
  return (
    <div className={classes.last} role="status">
      <Text size="sm">
        {last.how === 'back' ? 'Handed back to ' : 'Ready: '}
        <bdi>{last.name}</bdi>
      </Text>
      <Button size="compact-sm" variant="default" loading={back.isPending} onClick={() => back.mutate()}>
        Take back
      </Button>
      <ProblemNote failure={back.error} />
    </div>
  );
}
