import { Button, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import type { Target } from '@oakbell/core/outline';
import { useState, type FormEvent } from 'react';
import { DialogFoot } from '../../shared/ui/index.ts';
import type { Item, Page } from './useOutline.ts';

interface Props {
  readonly item: Item;
  readonly page: Page;
  readonly onPut: (target: Target) => void;
  readonly onClose: () => void;
}

/** Puts something in a unit and on a day, also one that is not on the page yet. */
export function MoveDialog({ item, page, onPut, onClose }: Props) {
  const [unitId, setUnit] = useState(item.unitId ?? '');
  const [day, setDay] = useState(item.day ?? '');
  const save = (event: FormEvent) => {
    event.preventDefault();
    onPut({ unitId: unitId || null, day: day || null, before: null });
    onClose();
  };
  return (
    <Modal opened onClose={onClose} title={item.title}>
      <form onSubmit={save}>
        <Stack gap="sm" mb="md">
          <NativeSelect
            data-autofocus
            label="Unit"
            data={[
              ...page.units.map(({ id, name }) => ({ value: id, label: name })),
              { value: '', label: 'Outside the units' },
            ]}
            value={unitId}
            onChange={({ currentTarget }) => setUnit(currentTarget.value)}
          />
          <TextInput
            label="Day"
            description="The day it is for. Empty: it is for the whole unit."
            type="date"
            value={day}
            onChange={({ currentTarget }) => setDay(currentTarget.value)}
          />
        </Stack>
        <DialogFoot onClose={onClose}>
          <Button type="submit">Put it there</Button>
        </DialogFoot>
      </form>
    </Modal>
  );
}
