import { present } from '@oakbell/core/present';
import { clapDelay, clapMoments, type ClapDelay, type Motion } from '@oakbell/core/audio';
import { toMillis } from '@oakbell/core/clock';
import { RATE } from '../encoding/index.ts';
import { type MicrophoneFault, SoundSample } from '../sound/index.ts';

/** How long is listened and looked for claps, in seconds. */
export const CLAP_SECONDS = 8;
/** The camera is looked at in so small a picture: only movement counts. */
const LOOK = { width: 64, height: 36 };

export type ClapTest =
  ClapDelay | { readonly ok: false; readonly reason: 'no-microphone'; readonly fault: MicrophoneFault };

/** Listens and looks while someone claps, and says how much later the camera is. `onSecond` counts down. */
export async function clapTest(
  video: HTMLVideoElement,
  microphone: string | null,
  onSecond: (left: number) => void,
): Promise<ClapTest> {
  const sample = await SoundSample.open(microphone || null, () => undefined);
  if (typeof sample === 'string') return { ok: false, reason: 'no-microphone', fault: sample };
  const seen: { at: number; amount: number }[] = [];
  const stop = watch(video, (at, amount) => seen.push({ at, amount }));
  try {
    const heard = await sample.listen(CLAP_SECONDS, onSecond);
    const motion: readonly Motion[] = seen.map(({ at, amount }) => ({ at: toMillis(sample.timeOf(at)), amount }));
    return clapDelay(clapMoments(heard, RATE), motion);
  } finally {
    stop();
    sample.close();
  }
}

/** Tells for each picture when it came (ms of the page's clock) and how much it differs from the one before. */
function watch(video: HTMLVideoElement, onPicture: (at: number, amount: number) => void): () => void {
  const canvas = new OffscreenCanvas(LOOK.width, LOOK.height);
  const context = present(canvas.getContext('2d', { willReadFrequently: true }));
  let before: Uint8ClampedArray | null = null;
  let asked = 0;
  const look = (now: number) => {
    context.drawImage(video, 0, 0, LOOK.width, LOOK.height);
    const { data } = context.getImageData(0, 0, LOOK.width, LOOK.height);
    if (before) onPicture(now, difference(before, data));
    before = data;
    asked = video.requestVideoFrameCallback(look);
  };
  asked = video.requestVideoFrameCallback(look);
  return () => video.cancelVideoFrameCallback(asked);
}

/** The mean difference of two pictures, by their green. */
function difference(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let sum = 0;
  for (let i = 1; i < a.length; i += 4) sum += Math.abs(a[i]! - b[i]!);
  return sum / (a.length / 4);
}
