import { Button, Text } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { practiceVoiceAnew } from './practiceVoice.ts';
import { practiceWriting, writeInTime, type PracticePoint } from './practiceHand.ts';

interface Props {
  /** The page that is up: another one ends the writing. */
  readonly page: string;
  /** Hands a movement of the pen to the page. */
  readonly touch: (point: PracticePoint) => void;
}

/** A hand that writes a worked solution on the page, while the practice voice explains it. */
export function usePracticeHand({ page, touch }: Props) {
  const [running, setRunning] = useState<AbortController | null>(null);
  const [away, setAway] = useState(false);
  const latest = useRef(touch);
  useEffect(() => {
    latest.current = touch;
  });
  useEffect(() => () => running?.abort(), [running, page]);
  const begin = async () => {
    const control = new AbortController();
    setRunning(control);
    try {
      const points = await practiceWriting();
      setAway(false);
      practiceVoiceAnew();
      await writeInTime(points, (point) => latest.current(point), control.signal);
    } catch {
      setAway(true);
    }
    setRunning((now) => (now === control ? null : now));
  };
  return { isWriting: running !== null, away, begin: () => void begin(), end: () => running?.abort() };
}

export function PracticeHand({ isWriting, away, begin, end }: ReturnType<typeof usePracticeHand>) {
  return (
    <div>
      <Button size="sm" variant="default" fullWidth onClick={isWriting ? end : begin}>
        {isWriting ? 'Stop the practice hand' : 'Let the practice hand write'}
      </Button>
      <Text size="sm" c="dimmed" mt={4} role={away ? 'alert' : undefined}>
        {away
          ? 'The practice hand could not be fetched. Is the school server reachable?'
          : 'It writes a worked solution with the pen you have chosen, as if someone did. For trying out.'}
      </Text>
    </div>
  );
}
