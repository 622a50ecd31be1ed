import { Button, Modal, Text, Textarea } from '@mantine/core';
import { LONGEST_REMOVAL } from '@oakbell/core/marking';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { call, client } from '../../shared/api/index.ts';
import { DialogFoot, offerUndo, ProblemNote, whenText } from '../../shared/ui/index.ts';
import { deskKey, type Desk, type Row } from './deskKey.ts';
import classes from './Marking.module.css';

interface Props {
  readonly desk: Pick<Desk, 'assignmentId'>;
  readonly row: Pick<Row, 'submissionId' | 'learnerName' | 'times' | 'removedAt' | 'removedReason'>;
}

function usePutBack({ desk, row }: Props) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      call(client.DELETE('/api/marking/hand-ins/{id}/removal', { params: { path: { id: row.submissionId } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) }),
  });
}

/** Removes a hand-in that is not what was asked for, with a reason that its learner reads. */
export function RemoveHandIn({ desk, row }: Props) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const putBack = usePutBack({ desk, row });
  const { submissionId: id, learnerName, times } = row;
  const remove = useMutation({
    mutationFn: () =>
      call(
        client.PUT('/api/marking/hand-ins/{id}/removal', {
          params: { path: { id } },
          body: { reason: reason.trim(), times },
        }),
      ),
    onSuccess: async () => {
      setOpen(false);
      offerUndo(`The hand-in of ${learnerName} was removed.`, () => putBack.mutateAsync());
      await queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    remove.mutate();
  };
  return (
    <>
      <Button
        size="xs"
        variant="subtle"
        color="oak"
        style={{ alignSelf: 'flex-start' }}
        onClick={() => {
          remove.reset();
          setOpen(true);
        }}
      >
        Remove this hand-in
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title="Remove this hand-in">
        <form onSubmit={submit}>
          <Text mb="sm">
            It counts as not handed in, and <bdi>{learnerName}</bdi> can hand in again. You can put it back at any time.
          </Text>
          <Textarea
            data-autofocus
            label="Why"
            description="Whoever handed it in reads this."
            required
            autosize
            minRows={2}
            maxLength={LONGEST_REMOVAL}
            value={reason}
            onChange={({ currentTarget }) => setReason(currentTarget.value)}
          />
          <ProblemNote failure={remove.error} />
          <DialogFoot onClose={() => setOpen(false)}>
            <Button type="submit" loading={remove.isPending} disabled={reason.trim() === ''}>
              Remove it
            </Button>
          </DialogFoot>
        </form>
      </Modal>
    </>
  );
}

/** A hand-in that was removed: why, and how it is put back. */
export function RemovedHandIn({ desk, row }: Props) {
  const putBack = usePutBack({ desk, row });
  return (
    <section className={classes.sheet} aria-label="Removed">
      <Text fw={600}>
        <bdi>{row.learnerName}</bdi>
      </Text>
      <Text my="xs">
        Removed {row.removedAt && whenText(row.removedAt)}. It counts as not handed in, and can be handed in again. The
        reason that was given:
      </Text>
      <Text my="xs" style={{ whiteSpace: 'pre-wrap' }}>
        “{row.removedReason}”
      </Text>
      <Button variant="default" loading={putBack.isPending} onClick={() => putBack.mutate()}>
        Put it back
      </Button>
      <ProblemNote failure={putBack.error} />
    </section>
  );
}
