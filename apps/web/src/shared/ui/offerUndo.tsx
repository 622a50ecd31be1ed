import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';

/** Says what was done and offers, for ten seconds, to take it back. */
export function offerUndo(message: string, undo: () => Promise<unknown>): void {
  const id = crypto.randomUUID();
  const take = () => {
    notifications.hide(id);
    void undo();
  };
  notifications.show({
    id,
    autoClose: 10_000,
    message: (
      <Group justify="space-between">
        {message}
        <Button size="compact-sm" variant="light" onClick={take}>
          Undo
        </Button>
      </Group>
    ),
  });
}
