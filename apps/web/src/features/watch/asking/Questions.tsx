import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { LONGEST_QUESTION, LONGEST_SPOKEN_QUESTION_MS, similarTo } from '@oakbell/core/asking';
import { micros, timeText, type Micros } from '@oakbell/core/clock';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type KeyboardEvent } from 'react';
import type { Edition, SegmentPlayer } from '../../../kits/player/index.ts';
import { SayField, useVoiceNote } from '../../../kits/voicenote/index.ts';
import { call, client, sendFiles, useSending, type Api } from '../../../shared/api/index.ts';
import { offerUndo, ProblemNote, Show } from '../../../shared/ui/index.ts';
import classes from '../Watch.module.css';
import { AskedQuestion } from './AskedQuestion.tsx';
import { pathOf, questionsKey, useQuestions, type AskedOf } from './useQuestions.ts';

/** So many questions that may be meant are shown before somebody asks. */
const MOST_SIMILAR = 3;

interface Props {
  readonly edition: Edition;
  readonly player: SegmentPlayer;
  readonly of: AskedOf;
  /** The moment that is asked about. */
  readonly at: Micros;
  readonly onClose: () => void;
}

/** Asks at a moment, after what others asked there; and all that was asked. */
export function Questions({ edition, player, of, at, onClose }: Props) {
  const queries = useQueryClient();
  const questions = useQuestions(of, true);
  const [text, setText] = useState('');
  const seek = (time: number) => player.seek(micros(time));
  const takeBack = useMutation({
    mutationFn: (question: string) =>
      call(
        client.DELETE('/api/assignments/{id}/questions/{question}', {
          params: { path: { id: of.assignmentId, question } },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: questionsKey(of) }),
  });
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    onClose();
  };
  return (
    <section className={`${classes.asking} ${classes.beside}`} aria-label="Questions" onKeyDown={onKey}>
      <Show of={questions} what="Looking for questions">
        {(data) => {
          const answered = data.questions.filter((one) => one.answer !== null);
          const similar = data.asking ? similarTo({ at, text }, answered, MOST_SIMILAR) : [];
          const others = data.questions.filter((one) => !similar.includes(one));
          return (
            <Stack gap="md">
              {data.asking ? (
                <Ask {...{ edition, of, at, text, similar, onClose }} onText={setText} onSeek={seek} />
              ) : (
                <Group justify="space-between">
                  <Text>Your teacher takes no questions on this now.</Text>
                  <Button variant="subtle" color="oak" onClick={onClose}>
                    Close
                  </Button>
                </Group>
              )}
              {others.length > 0 && (
                <section aria-labelledby="all-questions">
                  <Title order={3} id="all-questions" mb="xs">
                    {similar.length > 0 ? 'Other questions' : 'Questions'}
                  </Title>
                  <ul className={classes.replies}>
                    {others.map((one) => (
                      <li key={one.id} className="ob-card">
                        <AskedQuestion
                          question={one}
                          onSeek={seek}
                          onTakeBack={one.own && !one.answer ? () => takeBack.mutate(one.id) : undefined}
                        />
                      </li>
                    ))}
                  </ul>
                </section>
              )}
              <ProblemNote failure={takeBack.error} />
            </Stack>
          );
        }}
      </Show>
    </section>
  );
}

interface AskProps extends Omit<Props, 'player'> {
  readonly text: string;
  readonly onText: (text: string) => void;
  /** What was asked before and may be meant. */
  readonly similar: readonly Api['QuestionDto'][];
  readonly onSeek: (time: number) => void;
}

function Ask({ edition, of, at, text, onText, similar, onSeek, onClose }: AskProps) {
  const queries = useQueryClient();
  const note = useVoiceNote(LONGEST_SPOKEN_QUESTION_MS);
  const { send, sending, failure } = useSending();
  const query = { edition: edition.id, at };
  const ask = async () => {
    const asked = await send(({ header, signal }) =>
      note.note
        ? sendFiles<Api['QuestionDto']>('POST', spokenUrl(of, query), [note.note.file], { header, signal })
        : call(
            client.POST('/api/assignments/{id}/lessons/{lesson}/questions', {
              params: { path: pathOf(of), query, header },
              body: { text: text.trim() },
              signal,
            }),
          ),
    );
    if (!asked) return;
    onText('');
    note.forget();
    await queries.invalidateQueries({ queryKey: questionsKey(of) });
    offerUndo('Your question is with your teacher.', () =>
      call(
        client.DELETE('/api/assignments/{id}/questions/{question}', {
          params: { path: { id: of.assignmentId, question: asked.id } },
        }),
      ).then(() => queries.invalidateQueries({ queryKey: questionsKey(of) })),
    );
    onClose();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void ask();
      }}
    >
      <Stack gap="sm">
        <Title order={3}>Ask about {timeText(at)}</Title>
        <SayField
          label="Your question"
          description="Your teacher sees it with your name. If the class is to see the answer, it sees no name."
          text={text}
          onText={onText}
          longest={LONGEST_QUESTION}
          longestMs={LONGEST_SPOKEN_QUESTION_MS}
          note={note}
        />
        {similar.length > 0 && (
          <section aria-label="Asked before">
            <Text fw={700}>Asked before: is it this?</Text>
            <ul className={classes.replies}>
              {similar.map((one) => (
                <li key={one.id} className="ob-card">
                  <AskedQuestion question={one} onSeek={onSeek} />
                </li>
              ))}
            </ul>
          </section>
        )}
        <ProblemNote failure={failure} />
        <Group>
          <Button type="submit" loading={sending !== null} disabled={text.trim() === '' && note.note === null}>
            Ask
          </Button>
          <Button variant="subtle" color="oak" onClick={onClose}>
            Close
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

const spokenUrl = ({ assignmentId, lessonId }: AskedOf, { edition, at }: { edition: string; at: number }): string =>
  `/api/assignments/${assignmentId}/lessons/${lessonId}/questions/spoken?edition=${edition}&at=${at}`;
