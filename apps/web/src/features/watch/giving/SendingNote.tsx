import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import type { Sending } from '../../../shared/api/index.ts';

const WORDS = {
  stands: 'Nothing has moved for a while. It goes on as soon as the network does.',
  away: 'The network is away. It is sent as soon as it is back; leave this page open.',
} as const;

/** How far it is, whether it moves, and a way to stop. */
export function SendingNote({ sending, onCancel }: { readonly sending: Sending; readonly onCancel: () => void }) {
  const percent = Math.round(sending.share * 100);
  return (
    <Stack gap={4}>
      <Group gap="sm" wrap="nowrap">
        <Progress value={percent} aria-label="Sent" flex={1} />
        <Text className="ob-time">{percent} %</Text>
        <Button variant="default" onClick={onCancel}>
          Stop
        </Button>
      </Group>
      <Text size="sm" role="status">
        {sending.line === 'moves'
          ? percent === 100
            ? 'It has arrived and is being looked into …'
            : 'Handing it in …'
          : WORDS[sending.line]}
      </Text>
    </Stack>
  );
}
