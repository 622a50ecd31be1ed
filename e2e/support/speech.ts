import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';

const FOLDER = join(import.meta.dirname, '../../.oakbell/speech');
export const SPOKEN =
  'Low water at Skerry Quay is at eight o clock. How deep will it be over the sill at eleven? We need one rule for that: the rule of twelfths. In the first hour the tide rises by one twelfth of the range.';

/** A spoken sentence or two as a WAV of one channel at 48 kHz; made once. The fake microphone plays it over and over. */
export function speechFile(): string {
  const wav = join(FOLDER, 'speech48.wav');
  if (existsSync(wav)) return wav;
  mkdirSync(FOLDER, { recursive: true });
  const said = join(FOLDER, `said-${process.pid}.wav`);
  const made = join(FOLDER, `made-${process.pid}.wav`);
  execFileSync('flite', ['-voice', 'slt', '-t', SPOKEN, '-o', said]);
  execFileSync('ffmpeg', [
    '-loglevel',
    'error',
    '-y',
    '-i',
    said,
    '-af',
    'volume=0.5',
    '-ar',
    '48000',
    '-ac',
    '1',
    made,
  ]);
  renameSync(made, wav);
  return wav;
}
