import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Frames a second of every sound here; one channel. */
const RATE = 48_000;
const RAW = ['-f', 'f32le', '-ac', '1', '-ar', `${RATE}`];

/** ffmpeg ended with an error; the message is its own last words. */
export class SoundError extends Error {}

/** Runs ffmpeg from bytes to bytes. */
export function ffmpeg(args: readonly string[], input: Uint8Array): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const child = spawn('ffmpeg', ['-hide_banner', '-loglevel', 'error', '-nostdin', ...args], {
      stdio: ['pipe', 'pipe', 'pipe'],
    });
    const chunks: Buffer[] = [];
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    child.stderr.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-500)));
    child.on('error', reject);
    child.on('close', (code) => (code === 0 ? resolve(Buffer.concat(chunks)) : reject(new SoundError(said))));
    // ffmpeg may end before it has read everything; its exit code tells what matters.
    child.stdin.on('error', () => undefined);
    child.stdin.end(input);
  });
}

/** The samples of a sound file: one channel, 48,000 a second. `filters` is an ffmpeg filter chain. */
export async function decodeVoice(file: Uint8Array, filters?: string): Promise<Float32Array> {
  const bytes = await ffmpeg(['-i', 'pipe:0', ...(filters ? ['-af', filters] : []), ...RAW, 'pipe:1'], file);
  const whole = bytes.byteLength - (bytes.byteLength % 4);
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + whole));
}

/**
 * Runs ffmpeg from bytes to a file of its own and gives that file's bytes: for containers whose length and index
 * are written last, which a pipe cannot do.
 */
export async function ffmpegToFile(args: readonly string[], input: Uint8Array, container: string): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'oakbell-sound-'));
  try {
    const path = join(folder, 'sound');
    await ffmpeg([...args, '-f', container, path], input);
    return await readFile(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * How hard the encoder tries, 0…10. At 48 kbit/s the hardest takes four times as long as the middle and a voice
 * does not sound better for it; measured over ten minutes of speech: 15.7 s against 3.7 s.
 */
const EFFORT = 5;

/** Samples as an Opus file of `kilobits` a second; its length and index stand in front, so that seeking is cheap. */
export function encodeVoice(samples: Float32Array, container: 'ogg' | 'webm', kilobits: number): Promise<Buffer> {
  const codec = [
    '-c:a',
    'libopus',
    '-b:a',
    `${kilobits}k`,
    '-vbr',
    'constrained',
    '-application',
    'audio',
    '-compression_level',
    `${EFFORT}`,
  ];
  const index = container === 'webm' ? ['-cues_to_front', '1'] : [];
  return ffmpegToFile([...RAW, '-i', 'pipe:0', ...codec, ...index], bytesOf(samples), container);
}

const bytesOf = (samples: Float32Array): Uint8Array =>
  new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
