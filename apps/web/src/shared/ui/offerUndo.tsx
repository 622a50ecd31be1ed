import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';

/** How long an offer stands that nobody points at, in ms. */
const OFFERED = 10_000;

/** Says what was done and offers, for ten seconds, to take it back; it stays while it is pointed at or has the focus. */
export function offerUndo(done: string, undo: () => Promise<unknown>): void {
  const id = crypto.randomUUID();
  const take = () => {
    notifications.hide(id);
    void undo();
  };
  const message = (
    <Group justify="space-between">
      {done}
      <Button size="compact-sm" variant="light" onClick={take}>
        Undo
      </Button>
    </Group>
  );
  notifications.show({
    id,
    message,
    autoClose: OFFERED,
    onFocusCapture: () => notifications.update({ id, message, autoClose: false }),
    onBlurCapture: () => notifications.update({ id, message, autoClose: OFFERED }),
  });
}
