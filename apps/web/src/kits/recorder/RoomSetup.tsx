import { Button, Group, Popover, Stack, Switch } from '@mantine/core';
import { IconMicrophone, IconPencilCog } from '@tabler/icons-react';
import { MicrophoneChoice } from './MicrophoneChoice.tsx';
import type { TakeRecorder } from './takeRecorder.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly penOnly: boolean;
  readonly onPenOnly: (on: boolean) => void;
  /** Fewer things, for a learner's answer. */
  readonly small: boolean;
}

/** What is set up before recording, and can be changed in the middle of it. */
export function RoomSetup({ recorder, penOnly, onPenOnly, small }: Props) {
  return (
    <Group gap={4} wrap="nowrap">
      <Popover position="bottom-start" withinPortal trapFocus>
        <Popover.Target>
          <Button
            variant="subtle"
            color="var(--ob-hall-text)"
            size="sm"
            leftSection={<IconMicrophone size={20} aria-hidden />}
          >
            Microphone
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <MicrophoneChoice recorder={recorder} />
        </Popover.Dropdown>
      </Popover>
      {!small && (
        <Popover position="bottom-start" withinPortal trapFocus>
          <Popover.Target>
            <Button
              variant="subtle"
              color="var(--ob-hall-text)"
              size="sm"
              leftSection={<IconPencilCog size={20} aria-hidden />}
            >
              Pen
            </Button>
          </Popover.Target>
          <Popover.Dropdown>
            <Stack gap="sm" w={300}>
              <Switch
                label="Pen only"
                description="Palms and fingers leave no ink."
                checked={penOnly}
                onChange={(event) => onPenOnly(event.currentTarget.checked)}
              />
            </Stack>
          </Popover.Dropdown>
        </Popover>
      )}
    </Group>
  );
}
