import { Button, Modal, Select, Text } from '@mantine/core';
import { useState } from 'react';
import { DialogFoot } from '../../shared/ui/index.ts';
import type { Course, LessonRow } from './courses.ts';

interface Props {
  readonly lesson: LessonRow;
  readonly courses: readonly Course[];
  readonly onMove: (unitId: string) => void;
  readonly onClose: () => void;
}

/** Puts a lesson into a unit, found by its name: a school has more of them than fit into a menu. */
export function MoveDialog({ lesson, courses, onMove, onClose }: Props) {
  const [unit, setUnit] = useState<string | null>(lesson.unitId);
  const groups = courses
    .filter(({ units }) => units.length > 0)
    .map(({ name, units }) => ({ group: name, items: units.map(({ id, name: label }) => ({ value: id, label })) }));
  return (
    <Modal opened onClose={onClose} title={`Put “${lesson.title}” into a unit`}>
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
          disabled={unit === null || unit === lesson.unitId}
          onClick={() => {
            if (unit) onMove(unit);
            onClose();
          }}
        >
          Put it there
        </Button>
      </DialogFoot>
    </Modal>
  );
}
