import { Text } from '@mantine/core';
import { SIGN_WORDS, SIGNS, type Sign } from '@oakbell/core/asking';
import { timeText, type Micros } from '@oakbell/core/clock';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Suspense, useMemo, useRef, useState } from 'react';
import type { Edition, SegmentPlayer } from '../../../kits/player/index.ts';
import { pinsOf, type Pin } from '../../../kits/timeline/index.ts';
import { call, client } from '../../../shared/api/index.ts';
import { later, ProblemNote, useKeys, Waiting } from '../../../shared/ui/index.ts';
import classes from '../Watch.module.css';
import { pathOf, questionsKey, useQuestions, type AskedOf } from './useQuestions.ts';

/** What is asked, and where: nothing of it is loaded before somebody asks or looks. */
const Questions = later(async () => (await import('./Questions.tsx')).Questions);

interface Given {
  readonly kind: Sign;
  readonly at: Micros;
}

/** What was said of moments, for the time axis. */
export function usePins(of: AskedOf | null, wanted: boolean): readonly Pin[] {
  const { data } = useQuestions(of ?? { assignmentId: '', lessonId: '' }, of !== null && wanted);
  return useMemo(() => pinsOf(data), [data]);
}

/** Signs at this moment with one press, and questions at it. */
export function AskRow({ edition, player, of }: { edition: Edition; player: SegmentPlayer; of: AskedOf }) {
  const queries = useQueryClient();
  const ask = useRef<HTMLButtonElement>(null);
  /** The moment that is asked about; null while nobody asks. */
  const [at, setAt] = useState<Micros | null>(null);
  const [given, setGiven] = useState<Given | null>(null);
  const sign = useMutation({
    mutationFn: ({ kind, at: moment, on }: Given & { readonly on: boolean }) =>
      call(
        client.PUT('/api/assignments/{id}/lessons/{lesson}/signs', {
          params: { path: pathOf(of), query: { edition: edition.id, at: moment } },
          body: { kind, on },
        }),
      ),
    onMutate: ({ kind, at: moment, on }) => setGiven(on ? { kind, at: moment } : null),
    onError: () => setGiven(null),
    onSettled: () => queries.invalidateQueries({ queryKey: questionsKey(of) }),
  });
  const open = () => {
    player.pause();
    setAt(player.time);
  };
  const close = () => {
    setAt(null);
    ask.current?.focus();
  };
  useKeys({ q: open });
  return (
    <>
      <div className={classes.signs} role="group" aria-label="At this moment">
        {SIGNS.map((kind) => (
          <button
            key={kind}
            type="button"
            className={classes.chapter}
            onClick={() => sign.mutate({ kind, at: player.time, on: true })}
          >
            {SIGN_WORDS[kind]}
          </button>
        ))}
        <button
          ref={ask}
          type="button"
          className={classes.chapter}
          aria-expanded={at !== null}
          title="Ask about this moment (Q)"
          onClick={at === null ? open : close}
        >
          Ask, or see questions
        </button>
      </div>
      <div className={classes.signed}>
        <Text size="sm" role="status">
          {given &&
            `“${SIGN_WORDS[given.kind]}” at ${timeText(given.at)}: your teacher sees that somebody says so, not who.`}
        </Text>
        {given && (
          <button type="button" className={classes.chapter} onClick={() => sign.mutate({ ...given, on: false })}>
            Take it back
          </button>
        )}
      </div>
      <ProblemNote failure={sign.error} />
      {at !== null && (
        <Suspense fallback={<Waiting what="Looking for questions" />}>
          <Questions edition={edition} player={player} of={of} at={at} onClose={close} />
        </Suspense>
      )}
    </>
  );
}
