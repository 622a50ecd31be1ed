import { RATE } from '../encoding/index.ts';

const VOICE = '/practice/voice.ogg';
/** It says its piece over and over, from the beginning whenever the hand begins to write. */
let startOver: (() => void) | null = null;

/** A voice that explains a worked solution. @throws DOMException where it cannot be read */
export async function openPracticeVoice(): Promise<MediaStream> {
  const context = new AudioContext({ sampleRate: RATE });
  try {
    const response = await fetch(VOICE);
    const spoken = await context.decodeAudioData(await response.arrayBuffer());
    await context.resume();
    const destination = context.createMediaStreamDestination();
    let source: AudioBufferSourceNode | null = null;
    const begin = () => {
      source?.stop();
      source = new AudioBufferSourceNode(context, { buffer: spoken, loop: true });
      source.connect(destination);
      source.start();
    };
    begin();
    startOver = begin;
    endWith(destination.stream, () => {
      if (startOver === begin) startOver = null;
      void context.close();
    });
    return destination.stream;
  } catch (failure) {
    void context.close();
    throw failure;
  }
}

/** Lets the practice voice begin anew, where it is heard. */
export const practiceVoiceAnew = (): void => startOver?.();

/** Does something when whoever uses a stream stops its track. */
export function endWith(stream: MediaStream, end: () => void): void {
  for (const track of stream.getTracks()) {
    const stop = track.stop.bind(track);
    track.stop = () => {
      stop();
      end();
    };
  }
}
