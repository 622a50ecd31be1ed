import { Group, NativeSelect, Text } from '@mantine/core';
import { FASTEST, micros, SLOWEST, timeText } from '@oakbell/core/clock';
import {
  IconPlayerPauseFilled,
  IconPlayerPlayFilled,
  IconRewindBackward10,
  IconRewindForward10,
} from '@tabler/icons-react';
import type { ReactNode, Ref } from 'react';
import { IconAction } from '../../shared/ui/index.ts';
import type { SegmentPlayer } from './segmentPlayer.ts';
import { usePlayerTime, usePlayerView } from './usePlayer.ts';

/** From the slowest that is counted to the fastest. */
export const SPEEDS = [SLOWEST, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, FASTEST] as const;
const TEN_SECONDS = 10_000_000;

interface Props {
  readonly player: SegmentPlayer;
  readonly more?: ReactNode;
  /** The button that plays and pauses. */
  readonly playRef?: Ref<HTMLButtonElement>;
}

/** Play, ten seconds back and on, where it stands, and how fast. */
export function PlayControls({ player, more, playRef }: Props) {
  const { state, speed } = usePlayerView(player);
  const time = usePlayerTime(player);
  const running = state === 'playing' || state === 'waiting';
  const jump = (by: number) => player.seek(micros(player.time + by));
  return (
    <Group gap={4}>
      <IconAction hall ref={playRef} label={running ? 'Pause' : 'Play'} keyText="Space" onClick={() => player.toggle()}>
        {running ? <IconPlayerPauseFilled /> : <IconPlayerPlayFilled />}
      </IconAction>
      <IconAction hall label="Ten seconds back" keyText="←" onClick={() => jump(-TEN_SECONDS)}>
        <IconRewindBackward10 />
      </IconAction>
      <IconAction hall label="Ten seconds on" keyText="→" onClick={() => jump(TEN_SECONDS)}>
        <IconRewindForward10 />
      </IconAction>
      <Text className="ob-time" size="sm" px={4} style={{ whiteSpace: 'nowrap' }}>
        {timeText(time)} / {timeText(player.programme.length)}
      </Text>
      <Group gap={4} ml="auto" wrap="nowrap">
        {more}
        <NativeSelect
          aria-label="Speed"
          size="md"
          w={96}
          value={String(speed)}
          onChange={(event) => player.setSpeed(Number(event.currentTarget.value))}
          data={SPEEDS.map((one) => ({ value: String(one), label: `${one} ×` }))}
        />
      </Group>
    </Group>
  );
}
