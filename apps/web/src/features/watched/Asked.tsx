import { Button, Group, Radio, Stack, Switch, Text, Title } from '@mantine/core';
import { LONGEST_REPLY_TO_QUESTION, LONGEST_SPOKEN_REPLY_MS, SIGN_WORDS } from '@oakbell/core/asking';
import { micros, timeText } from '@oakbell/core/clock';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Said, SayField, useVoiceNote } from '../../kits/voicenote/index.ts';
import { call, client, sendFiles, useSending, type Api } from '../../shared/api/index.ts';
import { offerUndo, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import classes from './Watched.module.css';

type Question = Api['QuestionDto'];

/** What learners asked and said of one lesson of an assignment. */
export function useAsked(assignmentId: string, lessonId: string | undefined) {
  return useQuery({
    queryKey: ['questions', assignmentId, lessonId],
    enabled: lessonId !== undefined,
    queryFn: () =>
      call(
        client.GET('/api/watching/assignments/{id}/lessons/{lesson}/questions', {
          params: { path: { id: assignmentId, lesson: lessonId ?? '' } },
        }),
      ),
  });
}

/** Questions, those that wait first, and signs; and whether learners may ask. */
export function Asked({ assignmentId, lessonId }: { readonly assignmentId: string; readonly lessonId: string }) {
  const queries = useQueryClient();
  const asked = useAsked(assignmentId, lessonId);
  const refresh = () => queries.invalidateQueries({ queryKey: ['questions', assignmentId] });
  const open = useMutation({
    mutationFn: (asking: boolean) =>
      call(client.PUT('/api/assignments/{id}/asking', { params: { path: { id: assignmentId } }, body: { asking } })),
    onSettled: refresh,
  });
  return (
    <section aria-labelledby="asked">
      <Title order={2} id="asked" mb={4}>
        Questions and signs
      </Title>
      <Show of={asked} what="Looking for questions">
        {({ asking, questions, signs }) => (
          <Stack gap="sm">
            <Switch
              label="Learners may ask, and give signs"
              checked={open.isPending ? open.variables : asking}
              onChange={({ currentTarget }) => open.mutate(currentTarget.checked)}
            />
            <ProblemNote failure={open.error} />
            <Signs signs={signs} />
            {questions.length === 0 ? (
              <Text c="dimmed">
                Nobody has asked anything. A learner asks at a moment of the lesson, in words or aloud.
              </Text>
            ) : (
              <ul className={classes.questions}>
                {[...questions.filter((one) => !one.answer), ...questions.filter((one) => one.answer)].map((one) => (
                  <li key={one.id} className="ob-card">
                    <OneQuestion assignmentId={assignmentId} question={one} onDone={refresh} />
                  </li>
                ))}
              </ul>
            )}
          </Stack>
        )}
      </Show>
    </section>
  );
}

function Signs({ signs }: { readonly signs: readonly Api['SignMarkDto'][] }) {
  if (signs.length === 0) return null;
  return (
    <ul className={classes.signs} aria-label="Signs, by time">
      {signs.map(({ kind, at, learners }) => (
        <li key={`${kind} ${at}`}>
          <span className="ob-time">{timeText(micros(at))}</span> {SIGN_WORDS[kind]}:{' '}
          {learners === 1 ? 'one learner' : `${learners} learners`}
        </li>
      ))}
    </ul>
  );
}

interface OneProps {
  readonly assignmentId: string;
  readonly question: Question;
  readonly onDone: () => Promise<unknown>;
}

function OneQuestion({ assignmentId, question, onDone }: OneProps) {
  const [answering, setAnswering] = useState(false);
  const { at, name, askedAt, answer, forClass } = question;
  const path = { id: assignmentId, question: question.id };
  const takeBack = useMutation({
    mutationFn: () => call(client.DELETE('/api/assignments/{id}/questions/{question}/answer', { params: { path } })),
    onSettled: onDone,
  });
  return (
    <Stack gap="xs">
      <Text size="sm">
        <bdi>{name}</bdi> asked {whenText(askedAt)},{' '}
        {at === null ? 'of a moment that is in the lesson no more' : `at ${timeText(micros(at))}`}
      </Text>
      <Said said={question} label={`The question of ${name ?? 'a learner'}`} />
      {answer && !answering && (
        <div className={classes.answered}>
          <Text size="sm">
            <bdi>{answer.name}</bdi> answered {whenText(answer.at)}, {forClass ? 'for the class' : 'for who asked'}
          </Text>
          <Said said={answer} label="The answer" />
        </div>
      )}
      {answering ? (
        <Answer {...{ assignmentId, question, onDone }} onClose={() => setAnswering(false)} />
      ) : (
        <Group gap="xs">
          <Button variant={answer ? 'default' : 'filled'} size="sm" onClick={() => setAnswering(true)}>
            {answer ? 'Answer anew' : 'Answer'}
          </Button>
          {answer && (
            <Button
              variant="subtle"
              color="oak"
              size="sm"
              loading={takeBack.isPending}
              onClick={() => takeBack.mutate()}
            >
              Take the answer back
            </Button>
          )}
        </Group>
      )}
      <ProblemNote failure={takeBack.error} />
    </Stack>
  );
}

function Answer({ assignmentId, question, onDone, onClose }: OneProps & { readonly onClose: () => void }) {
  const [text, setText] = useState(question.answer?.text ?? '');
  const [to, setTo] = useState<'class' | 'asker'>(question.answer && !question.forClass ? 'asker' : 'class');
  const note = useVoiceNote(LONGEST_SPOKEN_REPLY_MS);
  const { send, sending, failure } = useSending();
  const path = { id: assignmentId, question: question.id };
  const save = async () => {
    const sent = await send(async ({ header, signal }) => {
      const body = { text: text.trim(), forClass: to === 'class' };
      if (note.note)
        await sendFiles<null>(
          'PUT',
          `/api/assignments/${assignmentId}/questions/${question.id}/answer/spoken?to=${to}`,
          [note.note.file],
          { header, signal },
        );
      else
        await call(client.PUT('/api/assignments/{id}/questions/{question}/answer', { params: { path }, body, signal }));
      return true;
    });
    if (!sent) return;
    await onDone();
    const who = to === 'class' ? 'The class sees your answer.' : `${question.name ?? 'Who asked'} sees your answer.`;
    offerUndo(who, () =>
      call(client.DELETE('/api/assignments/{id}/questions/{question}/answer', { params: { path } })).then(onDone),
    );
    onClose();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Stack gap="sm">
        <SayField
          label="Your answer"
          text={text}
          onText={setText}
          longest={LONGEST_REPLY_TO_QUESTION}
          longestMs={LONGEST_SPOKEN_REPLY_MS}
          note={note}
        />
        <Radio.Group label="Who sees it" value={to} onChange={(value) => setTo(value as typeof to)}>
          <Group mt={4}>
            <Radio value="class" label="The class; nobody is told who asked" />
            <Radio value="asker" label={`Only ${question.name ?? 'who asked'}`} />
          </Group>
        </Radio.Group>
        <ProblemNote failure={failure} />
        <Group>
          <Button type="submit" loading={sending !== null} disabled={text.trim() === '' && note.note === null}>
            Send the answer
          </Button>
          <Button variant="subtle" color="oak" onClick={onClose}>
            Not now
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
