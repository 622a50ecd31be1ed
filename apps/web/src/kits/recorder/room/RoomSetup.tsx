import { Button, Group, Popover, Stack, Switch } from '@mantine/core';
import { IconMicrophone, IconPencilCog } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import { MicrophoneChoice } from './MicrophoneChoice.tsx';
import { SoundCheck } from './SoundCheck.tsx';
import { isPractice } from '../practice/index.ts';
import { rememberMicrophone, type TakeRecorder, useRecorderView } from '../capture/index.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly penOnly: boolean;
  readonly onPenOnly: (on: boolean) => void;
  /** Fewer things, for a learner's answer. */
  readonly small: boolean;
  /** The pen companion: stays while its menu is closed. */
  readonly companion: ReactNode;
  /** The practice hand: goes on while its menu is closed. */
  readonly practice: ReactNode;
  /** What the camera is set up with; none where there is to be no camera. */
  readonly camera: ReactNode;
  /** How many devices write along. */
  readonly devices: number;
}

/** What is set up before recording, and can be changed in the middle of it. */
export function RoomSetup({ recorder, penOnly, onPenOnly, small, companion, practice, camera, devices }: Props) {
  const { state } = useRecorderView(recorder);
  const [sound, setSound] = useState(false);
  const [checking, setChecking] = useState(false);
  const [device, setDevice] = useState(recorder.device.id);
  return (
    <Group gap={4} wrap="nowrap">
      <Popover position="bottom-start" withinPortal trapFocus opened={sound} onChange={setSound}>
        <Popover.Target>
          <Button
            variant="subtle"
            color="var(--ob-hall-text)"
            size="sm"
            leftSection={<IconMicrophone size={20} aria-hidden />}
            onClick={() => setSound(!sound)}
          >
            {isPractice(device) ? 'Practice voice' : 'Microphone'}
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <Stack gap="sm">
            <MicrophoneChoice recorder={recorder} onDevice={setDevice} practice={!small} />
            {state.kind === 'listening' && (
              <Button
                variant="default"
                size="sm"
                onClick={() => {
                  setSound(false);
                  setChecking(true);
                }}
              >
                Sound check
              </Button>
            )}
          </Stack>
        </Popover.Dropdown>
      </Popover>
      {checking && (
        <SoundCheck
          device={device}
          onDevice={async (id) => {
            if (await recorder.changeMicrophone(id)) return;
            rememberMicrophone(id);
            setDevice(id);
          }}
          onClose={() => setChecking(false)}
        />
      )}
      {camera}
      {!small && (
        <Popover position="bottom-start" withinPortal trapFocus>
          <Popover.Target>
            <Button
              variant="subtle"
              color="var(--ob-hall-text)"
              size="sm"
              leftSection={<IconPencilCog size={20} aria-hidden />}
            >
              {devices === 0 ? 'Pen' : `Pen · ${devices} ${devices === 1 ? 'device' : 'devices'}`}
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
              {companion}
              {practice}
            </Stack>
          </Popover.Dropdown>
        </Popover>
      )}
    </Group>
  );
}
