import { Button, Group, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import classes from './Room.module.css';
import { type TakeRecorder, useRecorderView, controlWord } from '../capture/index.ts';
import { browserShelf } from '../../../shared/api/index.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly onPress: () => void;
  readonly onAgain: () => void;
  readonly onStartOver?: (takeId: string) => Promise<void>;
}

/** The one round control, and what else can be done with a take that runs. */
export function RunControls({ recorder, onPress, onAgain, onStartOver }: Props) {
  const { state } = useRecorderView(recorder);
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
      {state.kind === 'listening' && (
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
