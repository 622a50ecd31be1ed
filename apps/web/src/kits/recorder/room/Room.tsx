import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import { MICROPHONE_WORDS } from '../sound/index.ts';
import { OpenRoom } from './OpenRoom.tsx';
import type { RoomProps } from './roomProps.ts';
import classes from './Room.module.css';
import { useRecorder } from '../capture/index.ts';

/** The recording room: from an open microphone to a take that was heard and kept. */
export function Room(props: RoomProps) {
  const [round, setRound] = useState(0);
  const [takeOver, setTakeOver] = useState(false);
  const first = (props.pages.find(({ page }) => page.id === props.firstPage) ?? props.pages[0]!).page.id;
  const { held, retry, practise } = useRecorder({
    lessonId: props.lessonId,
    firstPage: first,
    earlierInk: props.earlierInk,
    earlierHeight: props.earlierHeight ?? (() => null),
    takeOver,
    round,
    ...(props.before ? { before: props.before } : {}),
  });
  const again = () => setRound((before) => before + 1);
  if (!held) {
    return (
      <div className={classes.room} role="status">
        <Text m="auto">Waiting for the microphone. If the browser asks, allow it.</Text>
      </div>
    );
  }
  if ('fault' in held) {
    return (
      <div className={classes.room}>
        <div className={classes.fault} role="alert">
          <Text fw={600}>{MICROPHONE_WORDS[held.fault]}</Text>
          <Button mt="md" onClick={retry}>
            Try again
          </Button>
          {held.fault !== 'unsupported' && (props.purpose ?? 'lesson') === 'lesson' && (
            <>
              <Text size="sm" mt="lg">
                Only trying out? A practice voice can speak instead of you.
              </Text>
              <Button mt="xs" variant="default" onClick={practise}>
                Use the practice voice
              </Button>
            </>
          )}
        </div>
        {props.beside}
      </div>
    );
  }
  return (
    <OpenRoom
      {...props}
      key={held.recorder.takeId}
      recorder={held.recorder}
      onAgain={again}
      onTakeOver={() => {
        setTakeOver(true);
        again();
      }}
    />
  );
}
