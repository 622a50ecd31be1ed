import { Button, FileButton, Modal, Text } from '@mantine/core';
import { leftOutWords, LONGEST_TABLE } from '@oakbell/core/marking';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once, Problem, type Api } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';

interface Looked {
  readonly name: string;
  readonly csv: string;
  readonly plan: Api['TablePlanDto'];
}
interface Props {
  readonly data: Api['GradebookDto'];
}

/** Brings points from a table: what it would change is shown before anything is. */
export function TableIn({ data: { classId } }: Props) {
  const [looked, setLooked] = useState<Looked | null>(null);
  const look = useMutation({
    mutationFn: async (file: File): Promise<Looked> => {
      if (file.size > LONGEST_TABLE)
        throw new Problem(0, 'too-large', `“${file.name}” is too large for a table of marks. Nothing was changed.`);
      const csv = await file.text();
      const params = { path: { id: classId } };
      const plan = await call(client.POST('/api/classes/{id}/gradebook/table/plan', { params, body: { csv } }));
      return { name: file.name, csv, plan };
    },
    onSuccess: setLooked,
  });
  return (
    <>
      <FileButton accept=".csv,text/csv" onChange={(file) => file && look.mutate(file)} inputProps={LABEL}>
        {(props) => (
          <Button {...props} variant="default" loading={look.isPending}>
            Points from a table
          </Button>
        )}
      </FileButton>
      <ProblemNote failure={look.error} />
      {looked && <Planned looked={looked} classId={classId} onClose={() => setLooked(null)} />}
    </>
  );
}
const LABEL = { 'aria-label': 'Table with points, as CSV' };

interface PlannedProps {
  readonly looked: Looked;
  readonly classId: string;
  readonly onClose: () => void;
}

function Planned({ looked: { name, csv, plan }, classId, onClose }: PlannedProps) {
  const queries = useQueryClient();
  const { changes, leftOut, same } = plan;
  const corrected = changes.filter(({ back }) => back).length;
  const set = useMutation({
    mutationFn: () =>
      once((header) =>
        call(
          client.PUT('/api/classes/{id}/gradebook/table', { params: { path: { id: classId }, header }, body: { csv } }),
        ),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['gradebook', classId] });
      await queries.invalidateQueries({ queryKey: ['marking'] });
      onClose();
    },
  });
  return (
    <Modal opened onClose={onClose} title={`Points from ${name}`} size="lg">
      <Text role="status">
        {changes.length === 0
          ? 'Nothing in it is other than what is there.'
          : `${changes.length === 1 ? 'One is' : `${changes.length} are`} new or other than before.`}
        {same > 0 && ` ${same === 1 ? 'One is' : `${same} are`} there already.`}
        {corrected > 0 &&
          ` ${corrected === 1 ? 'One was' : `${corrected} were`} handed back: ${corrected === 1 ? 'its learner is' : 'their learners are'} told of the correction.`}
      </Text>
      {changes.length > corrected && (
        <Text size="sm">What was not handed back stays yours until you hand it back.</Text>
      )}
      {leftOut.length > 0 && (
        <>
          <Text mt="md" fw={600}>
            {leftOut.length === 1 ? 'One is left out' : `${leftOut.length} are left out`}
          </Text>
          <ul>
            {leftOut.map((one) => (
              <li key={`${one.line} ${one.column}`}>{leftOutWords(one)}</li>
            ))}
          </ul>
        </>
      )}
      <ProblemNote failure={set.error} />
      <DialogFoot onClose={onClose}>
        {changes.length > 0 && (
          <Button data-autofocus loading={set.isPending} onClick={() => set.mutate()}>
            {changes.length === 1 ? 'Give these points' : `Give points for ${changes.length}`}
          </Button>
        )}
      </DialogFoot>
    </Modal>
  );
}
