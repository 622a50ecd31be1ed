import { Button, Menu } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { BACKDROPS } from '../../kits/backdrops/index.ts';
import type { PageActs } from './usePageActs.ts';

interface Props {
  readonly acts: PageActs;
  readonly label: string;
  readonly after?: string;
  readonly onAdded?: (page: string) => void;
}

/** A new board of the kind that is picked, or a page for another window. */
export function AddBoard({ acts, label, after, onAdded }: Props) {
  const add = (backdrop: (typeof BACKDROPS)[number]['first']) =>
    acts.addBoard.mutate({ backdrop, ...(after ? { after } : {}) }, { onSuccess: (page) => onAdded?.(page.id) });
  return (
    <Menu withinPortal position="bottom-start">
      <Menu.Target>
        <Button
          variant="light"
          size="sm"
          leftSection={<IconPlus size={18} aria-hidden />}
          loading={acts.addBoard.isPending}
        >
          {label}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {BACKDROPS.map(({ kind, name, first }) => (
          <Menu.Item key={kind} onClick={() => add(first)}>
            {name}
          </Menu.Item>
        ))}
        <Menu.Item onClick={() => add({ kind: 'blank', dark: true })}>Dark board</Menu.Item>
        <Menu.Divider />
        <Menu.Item
          onClick={() => acts.addWindow.mutate(after ? { after } : {}, { onSuccess: (page) => onAdded?.(page.id) })}
        >
          Live window: another window or tab
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
