import { Kbd, Modal, Table } from '@mantine/core';
import type { KeyLine } from './useKeys.ts';

/** Keys and what they do, over the screen. */
export function KeyList({ lines, onClose }: { readonly lines: readonly KeyLine[]; readonly onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keys on this screen">
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
  );
}
