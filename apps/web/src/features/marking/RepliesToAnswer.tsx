import { Button, Text } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

/** What a class said to an answer that it sees: each is seen by the class after the teacher's yes. */
export function RepliesToAnswer({ submissionId: id }: { readonly submissionId: string }) {
  const queries = useQueryClient();
  const replies = useQuery({
    queryKey: ['marking', 'replies', id],
    queryFn: () => call(client.GET('/api/marking/hand-ins/{id}/replies', { params: { path: { id } } })),
  });
  const save = useMutation({
    mutationFn: ({ reply, shown }: { readonly reply: string; readonly shown: boolean }) =>
      call(
        client.PUT('/api/marking/hand-ins/{id}/replies/{reply}', { params: { path: { id, reply } }, body: { shown } }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ['marking'] }),
  });
  if (!replies.data || replies.data.length === 0) return <ProblemNote failure={replies.error} />;
  return (
    <>
      <ul className={classes.replies} aria-label="Replies of the class">
        {replies.data.map(({ id: reply, name, text, shown }) => (
          <li key={reply}>
            <Text size="sm" className={classes.reply}>
              <strong>
                <bdi>{name}</bdi>
              </strong>{' '}
              {text}
            </Text>
            <Button
              size="compact-sm"
              variant={shown ? 'default' : 'light'}
              aria-label={`${shown ? 'Take away' : 'Show'} the reply of ${name}`}
              loading={save.isPending && save.variables.reply === reply}
              onClick={() => save.mutate({ reply, shown: !shown })}
            >
              {shown ? 'Take away' : 'Show the reply'}
            </Button>
          </li>
        ))}
      </ul>
      <ProblemNote failure={save.error} />
    </>
  );
}
