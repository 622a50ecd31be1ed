import { toFrames } from '@oakbell/core/clock';
import type { EditList } from '@oakbell/core/edits';
import { RATE } from '../takes/index.ts';

/** Sound fades over this many frames on either side of a join, so that nothing clicks: 5 ms. */
const FADE_FRAMES = 240;

/**
 * The voices of the takes cut and joined as the edit list says, sample by sample.
 * @param samplesOf the samples of a take at 48,000 a second
 */
export async function joinVoices(
  edits: EditList,
  samplesOf: (takeId: string) => Promise<Float32Array>,
): Promise<Float32Array> {
  const pieces: Float32Array[] = [];
  for (const segment of edits.segments) {
    const voice = await samplesOf(segment.takeId);
    const [start, end] = [toFrames(segment.start, RATE), toFrames(segment.end, RATE)];
    const piece = new Float32Array(end - start);
    piece.set(voice.subarray(start, Math.min(end, voice.length)));
    fadeEnds(piece);
    pieces.push(piece);
  }
  const whole = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

function fadeEnds(piece: Float32Array): void {
  const frames = Math.min(FADE_FRAMES, Math.floor(piece.length / 2));
  for (let i = 0; i < frames; i += 1) {
    piece[i]! *= i / frames;
    piece[piece.length - 1 - i]! *= i / frames;
  }
}
