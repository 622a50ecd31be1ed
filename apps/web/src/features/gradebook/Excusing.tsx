import { Button, Modal, Text } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';
import type { Cell } from './book.ts';

/** A learner's piece of work that was pressed. */
export interface Chosen {
  readonly cell: Cell;
  readonly learner: Api['BookLearnerDto'];
  readonly work: Api['WorkDto'];
}
interface Props {
  readonly chosen: Chosen;
  readonly classId: string;
  readonly onClose: () => void;
}

/** Says that a piece of work is not asked of a learner, or that it is after all. */
export function Excusing({ chosen: { cell, learner, work }, classId, onClose }: Props) {
  const queries = useQueryClient();
  const isExcused = cell.state === 'excused';
  const save = useMutation({
    mutationFn: () =>
      once((header) =>
        call(
          client.PUT('/api/assignments/{id}/excused/{learner}', {
            params: { path: { id: work.assignmentId, learner: learner.id }, header },
            body: { excused: !isExcused },
          }),
        ),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['gradebook', classId] });
      onClose();
    },
  });
  return (
    <Modal opened onClose={onClose} title={`${learner.name}: ${work.title}`}>
      <Text mb="md">
        {isExcused
          ? 'Excused: it counts neither as missing nor in the sums.'
          : cell.state === 'missing'
            ? 'Nothing was handed in, and it is due. Excused, it counts neither as missing nor in the sums.'
            : 'It is not due yet. Excused, it will count neither as missing nor in the sums.'}
      </Text>
      <ProblemNote failure={save.error} />
      <DialogFoot onClose={onClose}>
        <Button data-autofocus loading={save.isPending} onClick={() => save.mutate()}>
          {isExcused ? 'Ask for it after all' : `Excuse ${learner.name}`}
        </Button>
      </DialogFoot>
    </Modal>
  );
}
