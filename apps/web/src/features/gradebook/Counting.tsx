import { Button, Modal, NumberInput, Stack, Switch, Text } from '@mantine/core';
import { gradingSentence } from '@oakbell/core/marking';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { DialogFoot, ProblemNote } from '../../shared/ui/index.ts';

interface Props {
  readonly data: Api['GradebookDto'];
  readonly onClose: () => void;
}

/** How a class counts what is late and missing, and whether its learners see what it comes to. */
export function Counting({ data: { classId, className, grading }, onClose }: Props) {
  const queries = useQueryClient();
  const [rules, setRules] = useState(grading);
  const change = (more: Partial<Api['GradingDto']>) => setRules((before) => ({ ...before, ...more }));
  const save = useMutation({
    mutationFn: () =>
      once((header) =>
        call(client.PUT('/api/classes/{id}/grading', { params: { path: { id: classId }, header }, body: rules })),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['gradebook', classId] });
      onClose();
    },
  });
  return (
    <Modal opened onClose={onClose} title={`How marks count in ${className}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Stack gap="sm">
          <PerCent
            label="Taken off for each day late"
            description="Per cent of what the piece of work is worth. 0 takes off nothing. A day begun counts as a day."
            value={rules.latePerDay}
            onChange={(latePerDay) => change({ latePerDay })}
          />
          {rules.latePerDay > 0 && (
            <PerCent
              label="Taken off at most"
              description="Per cent, however late it is."
              value={rules.lateMost}
              onChange={(lateMost) => change({ lateMost })}
            />
          )}
          <Switch
            label="What is missing counts as no points"
            description="Otherwise it is left out of the sums. Who is excused is left out always."
            checked={rules.missingCounts}
            onChange={({ currentTarget: { checked } }) => change({ missingCounts: checked })}
          />
          <Switch
            label="Learners see what all of it comes to"
            description="They see the points of each piece of work and these rules in any case."
            checked={rules.sumShown}
            onChange={({ currentTarget: { checked } }) => change({ sumShown: checked })}
          />
          <Text size="sm" role="status">
            {gradingSentence(rules)} What you give at the desk stays as you gave it.
          </Text>
        </Stack>
        <ProblemNote failure={save.error} />
        <DialogFoot onClose={onClose}>
          <Button type="submit" loading={save.isPending}>
            Count it like this
          </Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}

interface PerCentProps {
  readonly label: string;
  readonly description: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

/** A whole number from 0 to 100; what is no number is 0. */
const PerCent = ({ onChange, ...field }: PerCentProps) => (
  <NumberInput
    {...field}
    min={0}
    max={100}
    clampBehavior="strict"
    allowDecimal={false}
    suffix=" %"
    onChange={(value) => onChange(typeof value === 'number' ? value : 0)}
  />
);
