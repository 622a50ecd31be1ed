import type { Page } from '@oakbell/core/pages';
import { useCallback, useEffect, useMemo, useRef, type RefObject } from 'react';
import type { StageFilms } from '../../stage/index.ts';
import type { InkStageHandle } from './InkStage.tsx';
import { type FilmsView, type TakeRecorder, useRecorderView } from '../capture/index.ts';

interface Setting {
  readonly recorder: TakeRecorder;
  readonly page: Page;
  readonly films: FilmsView;
  readonly stage: RefObject<InkStageHandle | null>;
  /** The sharing of the window that is up has ended. */
  readonly onEnded: () => void;
}

/** What a page with a film shows in the room: the shared window as it is now, or the clip where it stands. */
export function useFilmedPage({ recorder, page, films, stage, onEnded }: Setting) {
  const video = useRef<HTMLVideoElement>(null);
  const onPicture = useCallback(() => stage.current?.show(), [stage]);
  const stream = films.window?.page === page.id ? films.window.stream : null;
  useEffect(() => {
    if (!stream) return;
    const element = document.createElement('video');
    element.muted = true;
    element.srcObject = stream;
    video.current = element;
    let asked = 0;
    const paint = () => {
      onPicture();
      asked = element.requestVideoFrameCallback(paint);
    };
    asked = element.requestVideoFrameCallback(paint);
    void element.play().catch(() => undefined);
    return () => {
      element.cancelVideoFrameCallback(asked);
      element.srcObject = null;
      if (video.current === element) video.current = null;
      onPicture();
    };
  }, [stream, onPicture]);
  // Ending the sharing ends the page, not the take.
  const ended = useRecorderView(recorder).alarms.includes('sharing-ended');
  const leave = useRef(onEnded);
  useEffect(() => {
    leave.current = page.kind === 'window' ? onEnded : () => undefined;
  });
  useEffect(() => {
    if (ended) leave.current();
  }, [ended]);
  const now = useCallback((): StageFilms => {
    const element = video.current;
    const isReady = element && element.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA && element.videoWidth > 0;
    return isReady ? { page: { picture: element, width: element.videoWidth, height: element.videoHeight } } : {};
  }, []);
  return useMemo(() => ({ video, onPicture, films: now }), [onPicture, now]);
}
