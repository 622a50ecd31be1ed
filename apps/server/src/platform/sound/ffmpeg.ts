import { convert, ConverterError, withFolder } from '../converters/index.ts';

/** Frames a second of every sound here; one channel. */
const RATE = 48_000;
const RAW = ['-f', 'f32le', '-ac', '1', '-ar', `${RATE}`];

/** Says no more than what is wrong, and asks nobody. */
export const QUIET = ['-hide_banner', '-loglevel', 'error', '-nostdin'] as const;
/**
 * For files that somebody brought: no picture of more pixels than a clip may have is decoded, and nothing but files and
 * pipes is opened, whatever a file says.
 */
export const BOUNDED = ['-protocol_whitelist', 'file,pipe', '-max_pixels', `${4096 * 2304}`] as const;

/** ffmpeg ended with an error; the message is its own last words. */
export class SoundError extends Error {}

/** Runs ffmpeg from bytes to bytes, of which there may be `outputMb` MiB. @throws SoundError; ConverterError past a limit */
export async function ffmpeg(args: readonly string[], input: Uint8Array, outputMb = LARGEST_SOUND_MB): Promise<Buffer> {
  return convert({ program: 'ffmpeg', args: [...QUIET, ...args], stdin: input, limits: { outputMb } }).catch(asSound);
}

function asSound(failure: unknown): never {
  throw failure instanceof ConverterError && failure.fault === 'failed' ? new SoundError(failure.message) : failure;
}

/** Three hours of samples, in MiB. */
const LARGEST_SOUND_MB = Math.ceil((3 * 3600 * RATE * 4) / 2 ** 20);

interface Decoding {
  /** An ffmpeg filter chain. */
  readonly filters?: string | undefined;
  /** No more than so many frames are decoded: what a file claims is not believed. */
  readonly most: number;
}

/** The samples of a sound file: one channel, 48,000 a second, `most` at most. @throws SoundError; ConverterError past a limit */
export async function decodeVoice(file: Uint8Array, { filters, most }: Decoding): Promise<Float32Array> {
  const seconds = most / RATE;
  const args = [
    '-i',
    'pipe:0',
    '-map',
    '0:a:0',
    ...(filters ? ['-af', filters] : []),
    '-t',
    seconds.toFixed(6),
    ...RAW,
    'pipe:1',
  ];
  const bytes = await ffmpeg([...BOUNDED, ...args], file, Math.ceil((most * 4) / 2 ** 20) + 1);
  const whole = Math.min(most * 4, bytes.byteLength - (bytes.byteLength % 4));
  if (bytes.byteOffset % 4 === 0) return new Float32Array(bytes.buffer, bytes.byteOffset, whole / 4);
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + whole));
}

/**
 * Runs ffmpeg from bytes to a file of its own and gives that file's bytes: for containers whose length and index
 * are written last, which a pipe cannot do.
 */
export async function ffmpegToFile(args: readonly string[], input: Uint8Array, container: string): Promise<Buffer> {
  return withFolder(async (folder) => {
    const all = [...QUIET, ...args, '-f', container, 'sound'];
    await folder.run({ program: 'ffmpeg', args: all, stdin: input }).catch(asSound);
    return folder.read('sound', LARGEST_SOUND_MB);
  });
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
