import { ActionIcon, Menu, Text, Title } from '@mantine/core';
import { LONGEST_UNIT } from '@oakbell/core/outline';
import { IconDots } from '@tabler/icons-react';
import { useState } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';

import classes from './Outline.module.css';
import type { OutlineActs, Page } from './useOutline.ts';

interface Props {
  /** Null for what stands outside all units. */
  readonly unit: Api['ClassUnitDto'] | null;
  readonly page: Page;
  readonly acts: OutlineActs;
  readonly onSay: () => void;
}

/** The head of a unit, with what can be done to it. */
export function UnitHead({ unit, page, acts, onSay }: Props) {
  const [renaming, setRenaming] = useState(false);
  const ids = page.units.map(({ id }) => id);
  const at = unit ? ids.indexOf(unit.id) : -1;
  const step = (by: -1 | 1) => {
    if (unit) acts.order.mutate(ids.toSpliced(at, 1).toSpliced(at + by, 0, unit.id));
  };
  return (
    <div className={classes.head}>
      <Title order={2} className={classes.name}>
        {unit ? <bdi>{unit.name}</bdi> : 'Outside the units'}
      </Title>
      {unit === null ? (
        <Text size="sm" c="dimmed">
          last on the page
        </Text>
      ) : (
        <Menu>
          <Menu.Target>
            <ActionIcon size={44} variant="subtle" color="var(--ob-text)" aria-label={`More for the unit ${unit.name}`}>
              <IconDots aria-hidden />
            </ActionIcon>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item disabled={at === 0} onClick={() => step(-1)}>
              Before the unit above
            </Menu.Item>
            <Menu.Item disabled={at === ids.length - 1} onClick={() => step(1)}>
              After the unit below
            </Menu.Item>
            <Menu.Item onClick={onSay}>Say what is done on a day …</Menu.Item>
            <Menu.Item onClick={() => setRenaming(true)}>Rename …</Menu.Item>
            <Menu.Item onClick={() => void acts.removeUnit(page, unit)}>Remove the unit</Menu.Item>
          </Menu.Dropdown>
        </Menu>
      )}
      {renaming && unit && (
        <FieldsDialog
          title="This unit"
          action="Save"
          fields={[{ name: 'name', label: 'Name', max: LONGEST_UNIT, now: unit.name }]}
          onSave={({ name }) => acts.renameUnit(unit.id, name)}
          onClose={() => setRenaming(false)}
        />
      )}
    </div>
  );
}
