/*
 * Bringing a voice to its target: gain from the measured loudness, then a look-ahead limiter that holds the
 * peaks, then measured again and corrected. Done in place of a one-pass filter because the limiter takes a
 * little loudness away where there is no headroom.
 */
import { Limiter } from './limiter.ts';
import { loudnessOf, LoudnessMeter } from './loudness.ts';
import { blocksOf, listen, through, type Blocks, type Sound } from './sound.ts';

/** Where a programme voice is brought to. */
export const TARGET_LUFS = -16;
/** True peak is held under this, in dBTP. */
export const CEILING_DBTP = -1;
/** The limiter works on samples and keeps this distance for the wave between them and for the codec. */
const LIMITER_MARGIN_DB = 0.9;
/** A voice that is hardly there is not blown up into noise: no more gain than this. */
const MOST_GAIN_DB = 40;

export interface Mastered {
  readonly frames: number;
  /** The voice as it was brought to its target, worked out anew each time it is asked for. */
  readonly blocks: () => Blocks;
  /** Loudness before; −∞ for silence, which is left as it is. */
  readonly lufsBefore: number;
  readonly lufs: number;
}

/** A voice at −16 LUFS with its true peak at or under −1 dBTP. */
export async function master(sound: Sound, rate: number): Promise<Mastered> {
  const { frames } = sound;
  const lufsBefore = (await loudnessOf(sound, rate)).integrated();
  if (!Number.isFinite(lufsBefore)) return { frames, blocks: () => blocksOf(sound), lufsBefore, lufs: lufsBefore };
  const ceiling = share(CEILING_DBTP - LIMITER_MARGIN_DB);
  const limited = (db: number) => through(blocksOf(sound), new Limiter(share(db), ceiling, rate));
  let gainDb = Math.min(MOST_GAIN_DB, TARGET_LUFS - lufsBefore);
  let lufs = await loudnessIn(limited(gainDb), rate);
  for (let round = 0; round < 2 && Math.abs(TARGET_LUFS - lufs) > 0.2 && gainDb < MOST_GAIN_DB; round += 1) {
    gainDb = Math.min(MOST_GAIN_DB, gainDb + (TARGET_LUFS - lufs));
    lufs = await loudnessIn(limited(gainDb), rate);
  }
  const found = gainDb;
  return { frames, blocks: () => limited(found), lufsBefore, lufs };
}

const share = (db: number): number => 10 ** (db / 20);

async function loudnessIn(blocks: Blocks, rate: number): Promise<number> {
  const meter = new LoudnessMeter(rate);
  await listen(blocks, meter);
  return meter.integrated();
}
