import { Anchor, Group, Text } from '@mantine/core';
import type { Row } from './deskKey.ts';

/** What can be taken away of a hand-in: what came back on paper, and everything as evidence. */
export const TakeAlong = ({ row: { submissionId: id, state } }: { readonly row: Row }) => (
  <section aria-label="Take along">
    <Group gap="md">
      {state === 'handed-back' && (
        <Anchor href={`/api/marking/hand-ins/${id}/paper`} download underline="always" c="inherit">
          Marks as PDF
        </Anchor>
      )}
      <Anchor href={`/api/marking/hand-ins/${id}/evidence`} download underline="always" c="inherit">
        Keep as evidence
      </Anchor>
    </Group>
    <Text size="sm">
      Evidence is a signed zip: all that was handed in, given and said. Who takes it is written down.
    </Text>
  </section>
);
