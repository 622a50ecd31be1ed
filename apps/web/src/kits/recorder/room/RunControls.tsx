import { Button, Group, NativeSelect, Text } from '@mantine/core';
import { useState } from 'react';
import classes from './Room.module.css';
import { rememberedMicrophone, type TakeRecorder, useRecorderView, controlWord } from '../capture/index.ts';
import { MICROPHONE_WORDS } from '../sound/index.ts';
import { browserShelf } from '../../../shared/api/index.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly onPress: () => void;
  readonly onAgain: () => void;
  readonly onStartOver?: (takeId: string) => Promise<void>;
}

/** The one round control, and what else can be done with a take that runs. */
export function RunControls({ recorder, onPress, onAgain, onStartOver }: Props) {
  const { state, sound } = useRecorderView(recorder);
  const isMute = state.kind === 'listening' && sound !== 'there';
  const [count, setCount] = useState(() => browserShelf.read('oakbell.countdown') ?? '3');
  const [leaving, setLeaving] = useState(false);
  const running =
    state.kind === 'recording' || state.kind === 'paused' || (state.kind === 'countdown' && state.joins !== undefined);
  const startOver = async () => {
    setLeaving(true);
    await recorder.stopAndSend();
    await onStartOver?.(recorder.takeId);
    onAgain();
  };
  return (
    <Group gap="sm" wrap="nowrap" className={classes.run}>
      <button
        type="button"
        className={classes.control}
        data-state={state.kind}
        disabled={isMute}
        onClick={(event) => {
          // After a click the keys belong to the room again: Enter stops, it does not press this once more.
          if (event.detail > 0) event.currentTarget.blur();
          onPress();
        }}
        aria-keyshortcuts="r"
      >
        {controlWord(state)}
      </button>
      {running && (
        <div className={classes.runMore}>
          <Button variant="default" size="sm" onClick={() => void recorder.stop()} aria-keyshortcuts="Enter">
            Stop
          </Button>
          <Button variant="default" size="sm" onClick={() => void recorder.sayAgain()} aria-keyshortcuts="Backspace">
            Say that again
          </Button>
          {onStartOver && (
            <Button
              variant="subtle"
              color="var(--ob-hall-text)"
              size="sm"
              loading={leaving}
              onClick={() => void startOver()}
            >
              Start over
            </Button>
          )}
        </div>
      )}
      {isMute &&
        (sound === 'opening' ? (
          <Text size="sm" role="status" maw={220}>
            Opening the microphone. You can write already.
          </Text>
        ) : (
          <Group gap="xs" wrap="nowrap" role="alert">
            <Text size="sm" maw={300}>
              {`${MICROPHONE_WORDS[sound]} You can write all the same.`}
            </Text>
            <Button variant="default" size="compact-sm" onClick={() => void recorder.attach(rememberedMicrophone())}>
              Try again
            </Button>
          </Group>
        ))}
      {state.kind === 'listening' && !isMute && (
        <NativeSelect
          aria-label="Countdown"
          size="sm"
          value={count}
          onChange={(event) => {
            setCount(event.currentTarget.value);
            browserShelf.write('oakbell.countdown', event.currentTarget.value);
          }}
          data={[
            { value: '0', label: 'No countdown' },
            { value: '3', label: 'Count from 3' },
            { value: '5', label: 'Count from 5' },
          ]}
        />
      )}
    </Group>
  );
}
