import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';

const FOLDER = join(import.meta.dirname, '../../.oakbell/speech');
export const SPOKEN =
  'Low water at Skerry Quay is at eight o clock. How deep will it be over the sill at eleven? We need one rule for that: the rule of twelfths. In the first hour the tide rises by one twelfth of the range.';

/** A spoken sentence or two as a WAV of one channel at 48 kHz; made once. The fake microphone plays it over and over. */
export function speechFile(): string {
  const wav = join(FOLDER, 'speech48-breathing.wav');
  if (existsSync(wav)) return wav;
  mkdirSync(FOLDER, { recursive: true });
  const made = join(FOLDER, `made-${process.pid}.wav`);
  const sentences = SPOKEN.split(/(?<=[.?]) /).map((sentence, i) => {
    const said = join(FOLDER, `said-${process.pid}-${i}.wav`);
    execFileSync('flite', ['-voice', 'slt', '-t', sentence, '-o', said]);
    return said;
  });
  // A speaker breathes between sentences.
  const breaths = sentences.map((_, i) => `[${i}]volume=0.5,apad=pad_dur=0.5[s${i}]`).join(';');
  const joined = `${breaths};${sentences.map((_, i) => `[s${i}]`).join('')}concat=n=${sentences.length}:v=0:a=1`;
  const inputs = sentences.flatMap((said) => ['-i', said]);
  const args = ['-loglevel', 'error', '-y', ...inputs, '-filter_complex', joined, '-ar', '48000', '-ac', '1', made];
  execFileSync('ffmpeg', args);
  renameSync(made, wav);
  return wav;
}
