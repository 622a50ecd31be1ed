import { Button, Group, Stack, Text, Textarea, Title } from '@mantine/core';
import { LONGEST_REPLY, MOST_REPLIES } from '@oakbell/core/assigning';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';
import classes from './Watch.module.css';

interface Props {
  readonly answerId: string;
  readonly replies: readonly Api['ReplyDto'][];
  /** What is asked for again once something was written. */
  readonly queryKey: readonly string[];
}

/** What the class said to an answer, each after the teacher's yes; and what one would say oneself. */
export function Replies({ answerId: id, replies, queryKey }: Props) {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey });
  const [text, setText] = useState('');
  const field = useRef<HTMLTextAreaElement>(null);
  const write = useMutation({
    mutationFn: () =>
      once((header) =>
        call(client.POST('/api/answers/{id}/replies', { params: { path: { id }, header }, body: { text } })),
      ),
    onSuccess: () => {
      setText('');
      // The button is of no use now: where one would go on is the field.
      field.current?.focus();
    },
    onSettled: refresh,
  });
  const takeBack = useMutation({
    mutationFn: (reply: string) =>
      call(client.DELETE('/api/answers/{id}/replies/{reply}', { params: { path: { id, reply } } })),
    onSettled: refresh,
  });
  const isFull = replies.filter(({ own }) => own).length >= MOST_REPLIES;
  return (
    <section aria-labelledby="replies">
      <Title order={2} id="replies" mb="xs">
        Replies
      </Title>
      {replies.length === 0 && <Text c="dimmed">None yet.</Text>}
      <ul className={classes.replies}>
        {replies.map((reply) => (
          <li key={reply.id} className="ob-card">
            <Text size="sm" c="dimmed">
              <bdi>{reply.own ? 'You' : reply.name}</bdi> · {whenText(reply.at)}
              {reply.shown ? '' : ' · waits for your teacher; only you see it'}
            </Text>
            <Text className={classes.answerText}>{reply.text}</Text>
            {reply.own && (
              <Button variant="subtle" size="sm" loading={takeBack.isPending} onClick={() => takeBack.mutate(reply.id)}>
                Take it back
              </Button>
            )}
          </li>
        ))}
      </ul>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') write.mutate();
        }}
      >
        <Stack gap="xs" mt="sm">
          <Textarea
            ref={field}
            label="Your reply"
            description={
              isFull
                ? `You have written ${MOST_REPLIES}. Take one back to write another.`
                : 'The class sees it with your name, once your teacher says yes.'
            }
            autosize
            minRows={2}
            maxRows={8}
            maxLength={LONGEST_REPLY}
            disabled={isFull}
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
          />
          <Group>
            <Button type="submit" variant="default" loading={write.isPending} disabled={isFull || text.trim() === ''}>
              Send the reply
            </Button>
          </Group>
          <ProblemNote failure={write.error ?? takeBack.error} />
        </Stack>
      </form>
    </section>
  );
}
