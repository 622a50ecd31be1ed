import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Frames a second of everything that is spoken. */
export const RATE = 48_000;

/**
 * Voices of the demo world, all synthetic. `short` speaks in the short lessons; the others are one voice, spoken higher or
 * lower, each with a pace of its own.
 */
export const VOICES = {
  short: { program: 'flite' },
  ilse: { program: 'festival', pitch: 1.02, pace: 0.83 },
  jon: { program: 'festival', pitch: 0.8, pace: 0.78 },
  practice: { program: 'festival', pitch: 0.9, pace: 0.95 },
} as const;
export type Voice = keyof typeof VOICES;

const HTS = '(voice_cmu_us_slt_arctic_hts)';
const HTS_RATE = 32_000;

/** A sentence by a synthetic voice, one channel at 48 kHz. */
export function speak(text: string, voice: Voice): Float32Array {
  return inFolder((folder) => {
    const [words, wav] = [join(folder, 'words.txt'), join(folder, 'said.wav')];
    const how = VOICES[voice];
    const filters: string[] = [];
    if (how.program === 'flite') execFileSync('flite', ['-voice', 'slt', '-t', text, '-o', wav]);
    else {
      writeFileSync(words, text);
      execFileSync('text2wave', ['-eval', HTS, words, '-o', wav]);
      const { pitch, pace } = how;
      filters.push(
        '-af',
        `asetrate=${Math.round(HTS_RATE * pitch)},aresample=${RATE},atempo=${(pace / pitch).toFixed(4)}`,
      );
    }
    const raw = execFileSync(
      'ffmpeg',
      ['-loglevel', 'error', '-i', wav, ...filters, '-f', 'f32le', '-ac', '1', '-ar', `${RATE}`, 'pipe:1'],
      { maxBuffer: 1 << 28 },
    );
    return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
  });
}

export function inFolder<T>(work: (folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-demo-'));
  try {
    return work(folder);
  } finally {
    rmSync(folder, { recursive: true });
  }
}
