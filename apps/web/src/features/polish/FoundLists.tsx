import { Button, Group, NativeSelect, Stack, Text, Title } from '@mantine/core';
import { fromMillis, lengthOf, micros, timeText, type TimeRange } from '@oakbell/core/clock';
import { shortened } from '@oakbell/core/edits';
import { useState } from 'react';
import { SPEEDS_UP } from './MarkedPanel.tsx';
import classes from './Polish.module.css';
import { wonAt, type LowTake } from './useFound.ts';

/** What is left of a quiet stretch: a breath. */
export const BREATH = fromMillis(400);

interface ListProps {
  /** On the axis of the timeline, in rising order. */
  readonly stretches: readonly TimeRange[];
  readonly busy: boolean;
  readonly onListen: (stretch: TimeRange) => void;
  readonly onLeave: (stretch: TimeRange) => void;
}

/** Quiet stretches that were found: each is listened to, shortened or left; or all of them at once. */
export function QuietList({
  onShorten,
  ...list
}: ListProps & { readonly onShorten: (stretches: readonly TimeRange[]) => void }) {
  const { stretches, busy } = list;
  if (stretches.length === 0) return null;
  const won = micros(
    stretches.reduce((sum, stretch) => {
      const cut = shortened(stretch, BREATH);
      return sum + (cut ? cut.end - cut.start : 0);
    }, 0),
  );
  return (
    <section aria-label="Quiet stretches">
      <Title order={2} size="h4">
        {stretches.length} quiet {stretches.length === 1 ? 'stretch' : 'stretches'}
      </Title>
      <Text size="sm" className={classes.dim}>
        Where nothing is said for a second or more. Shortened, each keeps a breath of 0.4 s.
      </Text>
      <Button size="sm" mt="xs" variant="default" disabled={busy} onClick={() => onShorten(stretches)}>
        Shorten all, win {timeText(won, { tenths: true })}
      </Button>
      <Offers {...list} does="Shorten" onDo={(stretch) => onShorten([stretch])} />
    </section>
  );
}

/** Where sound was lost in recording: it is listened to, and cut out or left. */
export function LostList({
  onCutOut,
  ...list
}: ListProps & { readonly onCutOut: (stretches: readonly TimeRange[]) => void }) {
  const { stretches } = list;
  if (stretches.length === 0) return null;
  return (
    <section aria-label="Lost sound">
      <Title order={2} size="h4">
        Sound was lost: {stretches.length} {stretches.length === 1 ? 'place' : 'places'}
      </Title>
      <Text size="sm" className={classes.dim}>
        Sound did not arrive while this was recorded, and silence stands here. Listen whether a word is missing: then
        mark the sentence and speak it again.
      </Text>
      <Offers {...list} does="Cut out" onDo={(stretch) => onCutOut([stretch])} />
    </section>
  );
}

/** Stretches written in silence: each can be played faster. */
export function WritingList({
  onSpeed,
  ...list
}: ListProps & { readonly onSpeed: (stretches: readonly TimeRange[], speed: number) => void }) {
  const { stretches, busy } = list;
  const [speed, setSpeed] = useState<number>(4);
  if (stretches.length === 0) return null;
  return (
    <section aria-label="Written in silence">
      <Title order={2} size="h4">
        Written in silence: {stretches.length} {stretches.length === 1 ? 'stretch' : 'stretches'}
      </Title>
      <Text size="sm" className={classes.dim}>
        The pen goes on while nothing is said. Sped up, the ink still flows and the room is heard.
      </Text>
      <Group gap="xs" mt="xs" wrap="nowrap">
        <NativeSelect
          aria-label="How much faster"
          size="sm"
          w={76}
          value={String(speed)}
          data={SPEEDS_UP.map((one) => ({ value: String(one), label: `${one} ×` }))}
          onChange={(event) => setSpeed(Number(event.currentTarget.value))}
        />
        <Button size="sm" variant="default" disabled={busy} onClick={() => onSpeed(stretches, speed)}>
          Speed all up, win {timeText(micros(wonAt(stretches, speed)), { tenths: true })}
        </Button>
      </Group>
      <Offers {...list} does="Speed up" onDo={(stretch) => onSpeed([stretch], speed)} />
    </section>
  );
}

/** Takes that are much quieter than the loudest one: they are levelled when the lesson is published. */
export function LowTakes({ takes }: { readonly takes: readonly LowTake[] }) {
  if (takes.length === 0) return null;
  return (
    <section aria-label="Low voice">
      <Title order={2} size="h4">
        A low voice
      </Title>
      {takes.map(({ number, under }) => (
        <Text key={number} size="sm">
          Take {number} is {under} dB quieter than the loudest one. Switch levelling on under “The whole lesson”, or
          record it again.
        </Text>
      ))}
    </section>
  );
}

interface OffersProps extends ListProps {
  readonly does: string;
  readonly onDo: (stretch: TimeRange) => void;
}

function Offers({ stretches, busy, does, onDo, onListen, onLeave }: OffersProps) {
  return (
    <ul className={classes.suggestions}>
      {stretches.map((stretch) => {
        const at = timeText(stretch.start);
        const acts = [
          ['Listen', () => onListen(stretch), false],
          [does, () => onDo(stretch), busy],
          ['Leave', () => onLeave(stretch), false],
        ] as const;
        return (
          <li key={stretch.start}>
            <Stack gap={2}>
              <Text size="sm" className="ob-time">
                {at} · {timeText(lengthOf(stretch), { tenths: true })}
              </Text>
              <Group gap={4}>
                {acts.map(([name, act, disabled]) => (
                  <Button
                    key={name}
                    size="compact-sm"
                    variant="subtle"
                    color="var(--ob-hall-text)"
                    disabled={disabled}
                    aria-label={`${name} at ${at}`}
                    onClick={act}
                  >
                    {name}
                  </Button>
                ))}
              </Group>
            </Stack>
          </li>
        );
      })}
    </ul>
  );
}
