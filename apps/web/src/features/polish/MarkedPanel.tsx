import { Button, Group, NativeSelect, Stack, Text, Title } from '@mantine/core';
import { lengthOf, micros, timeText } from '@oakbell/core/clock';
import { playAt } from '@oakbell/core/edits';
import { useState } from 'react';
import { newId, type Polish } from './usePolish.ts';

/** What the voice does while a stretch is sped up. */
export type FastSound = 'room' | 'silent';
export const SPEEDS_UP = [2, 3, 4, 6, 8] as const;

interface Props {
  readonly polish: Polish;
  readonly onCut: () => void;
  readonly onCutWithInk: (() => void) | null;
  readonly onCopy: () => void;
  readonly onSpeak: () => void;
  readonly onListen: () => void;
}

/** What can be done with the stretch that is marked. */
export function MarkedPanel({ polish, onCut, onCutWithInk, onCopy, onSpeak, onListen }: Props) {
  const { marked, busy } = polish;
  const [speed, setSpeed] = useState<number>(4);
  const [sound, setSound] = useState<FastSound>('room');
  if (!marked) return null;
  const length = lengthOf(marked);
  const play = (fast: number) =>
    polish.edit(
      playAt(polish.edits, marked, fast === 1 ? { speed: 1 } : { speed: fast, sound: { kind: sound } }, newId),
    );
  const won = micros(length - length / speed);
  return (
    <section aria-label="What is marked">
      <Stack gap="sm">
        <Title order={2} size="h4">
          <span className="ob-time">{timeText(length, { tenths: true })}</span> marked
        </Title>
        <Group gap="xs">
          <Button size="sm" onClick={onCut} disabled={busy}>
            Cut it out
          </Button>
          <Button size="sm" variant="default" onClick={onListen}>
            Listen
          </Button>
          <Button size="sm" variant="default" onClick={onCopy}>
            Copy
          </Button>
          <Button size="sm" variant="default" onClick={onSpeak} disabled={busy}>
            Speak over it
          </Button>
          {onCutWithInk && (
            <Button size="sm" variant="default" onClick={onCutWithInk} disabled={busy}>
              Cut with its ink
            </Button>
          )}
        </Group>
        <Group gap="xs" align="end" wrap="nowrap">
          <NativeSelect
            label="Speed it up"
            w={90}
            value={String(speed)}
            data={SPEEDS_UP.map((one) => ({ value: String(one), label: `${one} ×` }))}
            onChange={(event) => setSpeed(Number(event.currentTarget.value))}
          />
          <NativeSelect
            label="Meanwhile is heard"
            value={sound}
            data={[
              { value: 'room', label: 'the room' },
              { value: 'silent', label: 'nothing' },
            ]}
            onChange={(event) => setSound(event.currentTarget.value as FastSound)}
          />
        </Group>
        <Group gap="xs">
          <Button size="sm" variant="default" disabled={busy} onClick={() => play(speed)}>
            Speed up, win {timeText(won, { tenths: true })}
          </Button>
          <Button size="sm" variant="subtle" color="var(--ob-hall-text)" disabled={busy} onClick={() => play(1)}>
            Own pace
          </Button>
        </Group>
        <Text size="sm">Escape lets go of the mark.</Text>
      </Stack>
    </section>
  );
}
