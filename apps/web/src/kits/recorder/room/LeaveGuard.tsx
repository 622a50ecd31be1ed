import { Button, Group, Modal, Text } from '@mantine/core';
import { useState } from 'react';
import { useBlocker } from 'react-router';
import type { TakeRecorder } from '../capture/index.ts';
import type { RoomFor } from './roomProps.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly running: boolean;
  readonly purpose: RoomFor;
}

/** Asks before a recording is left for another place: it goes on until somebody has said what is to become of it. */
export function LeaveGuard({ recorder, running, purpose }: Props) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => running && currentLocation.pathname !== nextLocation.pathname,
  );
  const [stopping, setStopping] = useState(false);
  const leave = async () => {
    setStopping(true);
    await recorder.stop();
    blocker.proceed?.();
  };
  const stay = () => blocker.reset?.();
  return (
    <Modal opened={blocker.state === 'blocked'} onClose={stay} title="You are recording">
      <Text>
        It goes on while you decide. If you leave, it is stopped and stays in this browser:{' '}
        {purpose !== 'lesson' ? 'it is here when you come back.' : 'Today offers it to you, to be kept.'}
      </Text>
      <Group mt="md">
        <Button data-autofocus onClick={stay}>
          Go on recording
        </Button>
        <Button variant="default" loading={stopping} onClick={() => void leave()}>
          Stop it and leave
        </Button>
      </Group>
    </Modal>
  );
}
