import { Button, Group } from '@mantine/core';
import type { ReactNode } from 'react';

/** How a dialog ends: what it does, and leaving it undone. */
export function DialogFoot({ onClose, children }: { readonly onClose: () => void; readonly children: ReactNode }) {
  return (
    <Group>
      {children}
      <Button variant="subtle" color="oak" onClick={onClose}>
        Not now
      </Button>
    </Group>
  );
}
