import { Button, Group, Modal, Text } from '@mantine/core';
import { useState } from 'react';
import { useLeaving } from '../../../shared/leaving/index.ts';
import type { TakeRecorder } from '../capture/index.ts';
import type { RoomFor } from './roomProps.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly running: boolean;
  readonly purpose: RoomFor;
}

/** Asks before a recording is left for another place: it goes on until somebody has said what is to become of it. */
export function LeaveGuard({ recorder, running, purpose }: Props) {
  const { isAsked, proceed, stay } = useLeaving(running);
  const [stopping, setStopping] = useState(false);
  const leave = async () => {
    setStopping(true);
    await recorder.stop();
    proceed();
  };
  return (
    <Modal opened={isAsked} onClose={stay} title="You are recording">
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
