import { Slider, Text } from '@mantine/core';
import { fromSeconds, timeText } from '@oakbell/core/clock';
import type { ClipPage } from '@oakbell/core/pages';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect, useState, type RefObject } from 'react';
import { IconAction, useKeys } from '../../../shared/ui/index.ts';
import { type TakeRecorder, useRecorderView } from '../capture/index.ts';
import classes from './Clip.module.css';

interface Props {
  readonly recorder: TakeRecorder;
  readonly page: ClipPage;
  readonly address: string;
  /** The element the stage paints from. */
  readonly video: RefObject<HTMLVideoElement | null>;
  readonly onPicture: () => void;
}

/** A clip while its page is up: play, stop and move in it, each an event of the take. */
export function ClipOnPage({ recorder, page, address, video, onPicture }: Props) {
  const { state } = useRecorderView(recorder);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [fault, setFault] = useState(false);
  const length = page.lengthMs / 1000;
  const isRecording = state.kind === 'recording';
  useEffect(() => {
    const element = document.createElement('video');
    element.src = address;
    element.preload = 'auto';
    element.playsInline = true;
    // What the clip does is noted when it really happens: a file may take a moment to start.
    const told = (isPlaying: boolean) => () => {
      setPlaying(isPlaying);
      recorder.clip(page.id, isPlaying, element.currentTime * 1000);
    };
    const left = new AbortController();
    const on = (kind: string, act: () => void) => element.addEventListener(kind, act, { signal: left.signal });
    on('playing', told(true));
    on('pause', told(false));
    on('seeked', () => {
      setAt(element.currentTime);
      recorder.clip(page.id, !element.paused, element.currentTime * 1000);
      onPicture();
    });
    on('timeupdate', () => setAt(element.currentTime));
    on('loadeddata', onPicture);
    on('error', () => setFault(true));
    video.current = element;
    let asked = 0;
    const paint = () => {
      if (!element.paused) onPicture();
      asked = element.requestVideoFrameCallback(paint);
    };
    asked = element.requestVideoFrameCallback(paint);
    return () => {
      // Turning the page ends the clip in the log; that it is stopped here is no event of its own.
      left.abort();
      element.cancelVideoFrameCallback(asked);
      element.pause();
      element.removeAttribute('src');
      element.load();
      video.current = null;
    };
    // The stage paints when it is asked to, whichever function asks.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [recorder, page.id, address]);
  // While nothing is recorded the clip stands still, as everything does; where it stands when recording begins is told.
  useEffect(() => {
    const element = video.current;
    if (!element) return;
    if (state.kind === 'paused' || state.kind === 'countdown') element.pause();
    const isMoved = !element.paused || element.currentTime > 0;
    if (state.kind === 'recording' && isMoved) recorder.clip(page.id, !element.paused, element.currentTime * 1000);
  }, [state.kind, video, recorder, page.id]);
  const toggle = () => {
    const element = video.current;
    if (!element) return;
    if (element.paused) void element.play().catch(() => setFault(true));
    else element.pause();
  };
  useKeys({ ' ': toggle });
  return (
    <div className={classes.bar} role="group" aria-label="Clip">
      <IconAction hall label={playing ? 'Stop the clip' : 'Play the clip'} keyText="Space" onClick={toggle}>
        {playing ? <IconPlayerPause aria-hidden /> : <IconPlayerPlay aria-hidden />}
      </IconAction>
      <Slider
        className={classes.place}
        aria-label="Place in the clip"
        thumbLabel="Place in the clip"
        min={0}
        max={length}
        step={0.1}
        value={at}
        label={(value) => timeText(fromSeconds(value))}
        onChange={(value) => {
          setAt(value);
          if (video.current) video.current.currentTime = value;
        }}
      />
      <span className="ob-time">
        {timeText(fromSeconds(at))} / {timeText(fromSeconds(length))}
      </span>
      <Text size="sm" role="status">
        {fault
          ? 'The clip cannot be played just now. Check the network.'
          : isRecording
            ? 'Its own sound is recorded too. Wear headphones, so that it is not heard twice.'
            : 'Played while recording, it becomes part of what is recorded.'}
      </Text>
    </div>
  );
}
