import { Button, Modal, Stack, Text, Textarea } from '@mantine/core';
import { LONGEST_REMINDER } from '@oakbell/core/assigning';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, useSending, type Api } from '../../shared/api/index.ts';
import { DialogFoot, notice, ProblemNote, whenText } from '../../shared/ui/index.ts';

interface Props {
  readonly watched: Api['WatchedDto'];
  readonly learners: readonly Api['WatchedLearnerDto'][];
}

/** Says something to those who are behind, in the teacher's own words. */
export function Remind({ watched, learners }: Props) {
  const [open, setOpen] = useState(false);
  if (learners.length === 0) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        {learners.length === 1 ? `Remind ${learners[0]?.name ?? ''}` : `Remind these ${learners.length}`}
      </Button>
      {open && <RemindDialog watched={watched} learners={learners} onClose={() => setOpen(false)} />}
    </>
  );
}

function RemindDialog({ watched, learners, onClose }: Props & { readonly onClose: () => void }) {
  const queries = useQueryClient();
  const { send, sending, failure } = useSending();
  const [text, setText] = useState(
    `“${watched.title}” is due ${whenText(watched.dueAt)}. Please watch it before then.`,
  );
  const remind = async () => {
    const body = { learnerIds: learners.map(({ id }) => id), text: text.trim() };
    const path = { id: watched.assignmentId };
    const sent = await send(async ({ header, signal }) => {
      await call(client.POST('/api/assignments/{id}/reminders', { params: { path, header }, body, signal }));
      return true;
    });
    if (!sent) return;
    await queries.invalidateQueries({ queryKey: ['watched'] });
    notice({ message: `${learners.length === 1 ? 'One learner is' : `${learners.length} learners are`} reminded.` });
    onClose();
  };
  return (
    <Modal opened onClose={onClose} title="Remind them">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void remind();
        }}
      >
        <Stack gap="sm">
          <Text size="sm">
            For {learners.map(({ name }) => name).join(', ')}. Each of them finds it among their news and with the
            lesson, and by mail if they want that; nobody sees for whom else it is.
          </Text>
          <Textarea
            data-autofocus
            label="Your words"
            autosize
            minRows={3}
            maxLength={LONGEST_REMINDER}
            value={text}
            onChange={({ currentTarget }) => setText(currentTarget.value)}
          />
          <ProblemNote failure={failure} />
          <DialogFoot onClose={onClose}>
            <Button type="submit" loading={sending !== null} disabled={text.trim() === ''}>
              Send it
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
