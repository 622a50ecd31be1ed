import { Button, Modal, Select, Text } from '@mantine/core';
import { useState } from 'react';
import { DialogFoot } from '../../shared/ui/index.ts';
import { unitChoices, type Course } from './courses.ts';

interface Props {
  /** What is moved, in words. */
  readonly what: string;
  readonly unitId: string | null;
  readonly courses: readonly Course[];
  readonly onMove: (unitId: string, name: string) => void;
  readonly onClose: () => void;
}

/** Puts lessons into a unit, found by its name: a school has more of them than fit into a menu. */
export function MoveDialog({ what, unitId, courses, onMove, onClose }: Props) {
  const [unit, setUnit] = useState<string | null>(unitId);
  const groups = unitChoices(courses);
  const name = groups.flatMap(({ items }) => items).find(({ value }) => value === unit)?.label;
  return (
    <Modal opened onClose={onClose} title={`Put ${what} into a unit`}>
      {groups.length === 0 ? (
        <Text>There are no units yet. Make a course and a unit on the left first.</Text>
      ) : (
        <Select
          data-autofocus
          label="Unit"
          searchable
          limit={100}
          placeholder="Type a few letters"
          nothingFoundMessage="No unit is called that"
          data={groups}
          value={unit}
          onChange={setUnit}
        />
      )}
      <DialogFoot onClose={onClose}>
        <Button
          disabled={!name || unit === unitId}
          onClick={() => {
            if (unit && name) onMove(unit, name);
            onClose();
          }}
        >
          Put it there
        </Button>
      </DialogFoot>
    </Modal>
  );
}
