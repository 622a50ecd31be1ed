import { Button, Group, Modal, Stack, Text, TextInput, Title } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, learn, type Api } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { answerKey } from './answerKey.ts';
import classes from './Answer.module.css';

interface Props {
  readonly assignment: string;
  readonly answer: Api['AnswerDto'];
}

/** Alone or with a classmate: one says the code on their screen, the other types it on theirs. */
export function Together({ assignment, answer }: Props) {
  const queries = useQueryClient();
  const params = { path: { id: assignment } };
  const show = (now: Api['AnswerDto']) => learn(queries, answerKey(assignment), now);
  const open = useMutation({
    mutationFn: () => call(client.PUT('/api/assignments/{id}/answer/code', { params })),
    onSuccess: show,
  });
  const end = useMutation({
    mutationFn: () => call(client.DELETE('/api/assignments/{id}/answer/with', { params })),
    onSuccess: show,
  });
  if (answer.with !== null) return <With answer={answer} other={answer.with} end={end} />;
  return (
    <section aria-labelledby="together">
      <Title order={2} id="together" mb="xs">
        Alone, or with a classmate
      </Title>
      <div className={classes.together}>
        {answer.code === null ? (
          <Stack gap={6} align="flex-start">
            <Text size="sm">Let a classmate in: a code comes up here, and you tell it to them.</Text>
            <Button variant="default" loading={open.isPending} onClick={() => open.mutate()}>
              Show a code
            </Button>
          </Stack>
        ) : (
          <Stack gap={6} align="flex-start">
            <Text size="sm">Tell this to your classmate. They type it here, on their own screen.</Text>
            <Text className={classes.code} role="status">
              {answer.code}
            </Text>
            <Button variant="default" size="sm" loading={end.isPending} onClick={() => end.mutate()}>
              Let nobody in
            </Button>
          </Stack>
        )}
        <ComeIn assignment={assignment} onIn={show} />
      </div>
      <ProblemNote failure={open.error ?? end.error} />
    </section>
  );
}

interface ComeInProps {
  readonly assignment: string;
  readonly onIn: (now: Api['AnswerDto']) => void;
}

function ComeIn({ assignment, onIn }: ComeInProps) {
  const [code, setCode] = useState('');
  const come = useMutation({
    mutationFn: () =>
      call(client.PUT('/api/assignments/{id}/answer/with', { params: { path: { id: assignment } }, body: { code } })),
    onSuccess: onIn,
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (code.trim() !== '') come.mutate();
      }}
    >
      <Group align="end" gap="xs">
        <TextInput
          label="Or make it with somebody who has a code"
          placeholder="K7MP-2QRT"
          size="md"
          maxLength={40}
          autoCapitalize="characters"
          autoComplete="off"
          spellCheck={false}
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" loading={come.isPending} disabled={code.trim() === ''}>
          Come in
        </Button>
      </Group>
      <Text size="sm" c="dimmed" mt={4}>
        What you have made alone stays here for you.
      </Text>
      <ProblemNote failure={come.error} />
    </form>
  );
}

interface WithProps {
  readonly answer: Api['AnswerDto'];
  readonly other: string;
  readonly end: { mutate: () => void; readonly isPending: boolean; readonly error: Error | null };
}

function With({ answer, other, end }: WithProps) {
  const [asking, setAsking] = useState(false);
  return (
    <section aria-label="Together">
      <Group>
        <Text>
          You make this with <bdi>{other}</bdi>. Both of you record, one at a time; what one hands in counts for both.
        </Text>
        <Button variant="subtle" size="sm" onClick={() => setAsking(true)}>
          Go on alone
        </Button>
      </Group>
      <Modal opened={asking} onClose={() => setAsking(false)} title="Go on alone?">
        <Text>
          {answer.own
            ? 'What is recorded stays here with you, and so do the pages. They go on with what they had made alone.'
            : 'What is recorded stays with them, and so do the pages. You go on with what you had made alone.'}
        </Text>
        <Group mt="md">
          <Button data-autofocus variant="default" onClick={() => setAsking(false)}>
            Go on together
          </Button>
          <Button
            loading={end.isPending}
            onClick={() => {
              setAsking(false);
              end.mutate();
            }}
          >
            Go on alone
          </Button>
        </Group>
      </Modal>
      <ProblemNote failure={end.error} />
    </section>
  );
}
