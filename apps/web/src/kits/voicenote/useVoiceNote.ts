import { useCallback, useEffect, useRef, useState } from 'react';

/** Something that was spoken, to be heard before it is sent. */
export interface Note {
  readonly file: File;
  /** For the page alone. */
  readonly address: string;
}
/** `refused` and `none`: there is no microphone for this page, and why. */
export type NoteState = 'idle' | 'asking' | 'recording' | 'refused' | 'none';

/** What is recorded arrives so often, in ms. */
const SLICE_MS = 100;

/** A recorder of a short note, no longer than so many ms. It stops by itself. */
export function useVoiceNote(longestMs: number) {
  const [state, setState] = useState<NoteState>('idle');
  const [note, setNote] = useState<Note | null>(null);
  const [since, setSince] = useState(0);
  const recorder = useRef<MediaRecorder | null>(null);
  const gone = useRef(false);

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      if (recorder.current?.state === 'recording') recorder.current.stop();
    };
  }, []);
  // What only the page can play is given back with it.
  useEffect(() => () => (note ? URL.revokeObjectURL(note.address) : undefined), [note]);

  const begin = useCallback(async () => {
    setState('asking');
    let stream: MediaStream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    } catch (failure) {
      setState((failure as DOMException).name === 'NotAllowedError' ? 'refused' : 'none');
      return;
    }
    const letGo = () => stream.getTracks().forEach((track) => track.stop());
    if (gone.current) return letGo();
    const parts: Blob[] = [];
    const recording = new MediaRecorder(stream, { audioBitsPerSecond: 32_000 });
    recorder.current = recording;
    let end: ReturnType<typeof setTimeout> | undefined;
    recording.ondataavailable = ({ data }) => {
      parts.push(data);
      if (end !== undefined || data.size === 0 || recording.state !== 'recording') return;
      // Only now is it heard: whoever was told so before would speak to nobody.
      end = setTimeout(() => recording.stop(), longestMs);
      setSince(Date.now());
      setState('recording');
    };
    recording.onstop = () => {
      clearTimeout(end);
      letGo();
      if (gone.current) return;
      const type = recording.mimeType || 'audio/webm';
      const blob = new Blob(parts, { type });
      setNote({ file: new File([blob], 'note', { type }), address: URL.createObjectURL(blob) });
      setState('idle');
    };
    setNote(null);
    recording.start(SLICE_MS);
  }, [longestMs]);

  const stop = useCallback(() => {
    if (recorder.current?.state === 'recording') recorder.current.stop();
  }, []);
  const forget = useCallback(() => setNote(null), []);
  return { state, note, since, begin, stop, forget };
}
