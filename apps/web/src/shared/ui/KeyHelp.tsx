import { Kbd, Modal, Table } from '@mantine/core';
import { IconKeyboard } from '@tabler/icons-react';
import { useState } from 'react';
import { IconAction } from './IconAction.tsx';
import { useKeys } from './useKeys.ts';

/** A key and what it does. */
export type KeyLine = readonly [key: string, does: string];

/** The keys of a screen, shown with `?` and by a button. */
export function KeyHelp({ lines, hall = false }: { readonly lines: readonly KeyLine[]; readonly hall?: boolean }) {
  const [open, setOpen] = useState(false);
  useKeys({ '?': () => setOpen(true) });
  return (
    <>
      <IconAction hall={hall} label="Keys" keyText="?" onClick={() => setOpen(true)}>
        <IconKeyboard aria-hidden />
      </IconAction>
      <Modal opened={open} onClose={() => setOpen(false)} title="Keys on this screen">
        <Table>
          <Table.Tbody>
            {lines.map(([key, does]) => (
              <Table.Tr key={key}>
                <Table.Td w={150}>
                  <Kbd>{key}</Kbd>
                </Table.Td>
                <Table.Td>{does}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Modal>
    </>
  );
}
