import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { lengthOf, micros, timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import { speakOver } from '@oakbell/core/edits';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { SegmentPlayer } from '../../kits/player/index.ts';
import {
  MICROPHONE_WORDS,
  rememberedMicrophone,
  TakeRecorder,
  type MicrophoneFault,
} from '../../kits/recorder/index.ts';
import classes from './Polish.module.css';
import { newId, type Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  /** Programme time. */
  readonly range: TimeRange;
  /** The same on the timeline, for the player. */
  readonly onTimeline: TimeRange;
  readonly player: SegmentPlayer;
  readonly onDone: () => void;
}
type State =
  | { readonly kind: 'opening' }
  | { readonly kind: 'ready' }
  | { readonly kind: 'counting'; readonly left: number }
  | { readonly kind: 'speaking' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly words: string };
const COUNT = 3;

/** Records a voice while a stretch of the lesson plays in silence; afterwards it is heard there in place of the old one. */
export function SpeakOver({ polish, range, onTimeline, player, onDone }: Props) {
  const queries = useQueryClient();
  const [state, setState] = useState<State>({ kind: 'opening' });
  const recorder = useRef<TakeRecorder | null>(null);
  const firstPage = polish.lesson.pages[0]?.id ?? polish.lesson.borrowed[0]?.id ?? '';
  const lessonId = polish.lesson.id;

  useEffect(() => {
    let left = false;
    const setup = {
      lessonId,
      firstPage,
      earlierInk: () => [],
      earlierHeight: () => null,
      takeOver: false,
      aside: true,
    };
    void TakeRecorder.listen(setup, rememberedMicrophone()).then((made) => {
      if (typeof made === 'string') return setState({ kind: 'failed', words: wordsFor(made) });
      if (left) return made.close();
      recorder.current = made;
      setState({ kind: 'ready' });
    });
    player.pause();
    player.seek(onTimeline.start);
    return () => {
      left = true;
      player.silence(false);
      player.pause();
      recorder.current?.close();
    };
    // Opened once for one stretch.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const speak = async () => {
    const voice = recorder.current;
    if (!voice) return;
    for (let left = COUNT; left > 0; left -= 1) {
      setState({ kind: 'counting', left });
      await new Promise((resolve) => setTimeout(resolve, 1000));
      if (recorder.current !== voice) return;
    }
    await voice.start(0);
    player.silence(true);
    player.seek(onTimeline.start);
    let from: Micros | null = null;
    const over = new Promise<void>((resolve) => {
      const leave = player.onTick((time) => {
        if (from === null && time > onTimeline.start) from = micros(voice.now - (time - onTimeline.start));
        const { state: plays } = player.getView();
        if (time < onTimeline.end && plays !== 'paused' && plays !== 'ended') return;
        leave();
        resolve();
      });
    });
    setState({ kind: 'speaking' });
    await player.play();
    await over;
    const end = player.time;
    player.pause();
    player.silence(false);
    setState({ kind: 'saving' });
    await voice.stopAndSend();
    const { state: ended } = voice.view;
    if (ended.kind === 'failed') return setState({ kind: 'failed', words: ended.text });
    // Who stopped early spoke over that much and no more.
    const length = Math.min(lengthOf(range), Math.max(0, end - onTimeline.start));
    await queries.invalidateQueries({ queryKey: ['takes', lessonId] });
    const spoken = { start: range.start, end: micros(range.start + length) };
    if (from !== null && length > 0)
      polish.edit(speakOver(polish.edits, spoken, { takeId: voice.takeId, from }, newId));
    onDone();
  };

  const isBusy = state.kind === 'counting' || state.kind === 'speaking' || state.kind === 'saving';
  return (
    <section aria-label="Speak over" className={classes.speaking} data-live={state.kind === 'speaking' || undefined}>
      <Stack gap="sm">
        <Title order={2} size="h4">
          Speak over {timeText(lengthOf(range), { tenths: true })}
        </Title>
        <Text role="status" aria-live="assertive">
          {wordsOf(state)}
        </Text>
        <Group gap="xs">
          {state.kind === 'ready' && <Button onClick={() => void speak()}>Record</Button>}
          {state.kind === 'speaking' && <Button onClick={() => player.pause()}>Stop here</Button>}
          {!isBusy && (
            <Button variant="default" onClick={onDone}>
              Leave it as it is
            </Button>
          )}
        </Group>
      </Stack>
    </section>
  );
}

const wordsFor = (fault: MicrophoneFault): string => {
  const words: unknown = MICROPHONE_WORDS[fault];
  return typeof words === 'string' ? words : 'The microphone cannot be used. Check it, and open this again.';
};

function wordsOf(state: State): string {
  switch (state.kind) {
    case 'opening':
      return 'Asking for the microphone';
    case 'ready':
      return 'The lesson will play without its old voice. Speak while it does; it stops by itself.';
    case 'counting':
      return `Recording in ${state.left}`;
    case 'speaking':
      return 'Recording: speak now';
    case 'saving':
      return 'Saving what you said';
    case 'failed':
      return state.words;
  }
}
