import { Button, Group } from '@mantine/core';
import { withNotices } from './notice.tsx';

/** How long an offer stands that nobody points at, in ms. */
const OFFERED = 10_000;

/** Says what was done and offers, for ten seconds, to take it back; it stays while it is pointed at or has the focus. */
export function offerUndo(done: string, undo: () => Promise<unknown>): void {
  const id = crypto.randomUUID();
  withNotices(({ show, hide, update }) => {
    const take = () => {
      hide(id);
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
    show({
      id,
      message,
      autoClose: OFFERED,
      onFocusCapture: () => update({ id, message, autoClose: false }),
      onBlurCapture: () => update({ id, message, autoClose: OFFERED }),
    });
  });
}
