/*
 * Parts of a take as a recording browser sends them (docs/formats/voice-part.md, film-part.md): four bytes with the
 * length of a JSON header, little end first, the header, then what it is about. Written and read here, on both sides.
 */
import { versionFault, type Unreadable } from './version.ts';

/** The version of a part that this code writes. */
export const PART_VERSION = 1;

/** Frames a second of every voice, and frames in one packet: 20 ms. */
export const VOICE_RATE = 48_000;
export const PACKET_FRAMES = 960;
/** The longest take, in frames: three hours. */
export const LONGEST_TAKE = 3 * 3600 * VOICE_RATE;
const LARGEST_PACKET = 1500;
const LARGEST_HEADER = 1000;
/** Runs of one voice, each a browser that came back; films of one take. */
const MOST_RUNS = 1000;
const MOST_FILMS = 10_000;
/** An encoder skips some hundred frames; a second is more than any does. */
const MOST_SKIPPED = VOICE_RATE;

/** What an encoder's unbroken run says of itself. */
export interface VoiceRun {
  readonly run: number;
  /** The frame of the take at which the run starts. */
  readonly startFrame: number;
  /** Frames at the start of the run that the decoder must drop. */
  readonly preSkip: number;
}
export interface VoicePart extends VoiceRun {
  readonly packets: readonly Uint8Array[];
}
export interface FilmPart {
  /** Which film of the take: the `run` of its `film` event in the log. */
  readonly run: number;
  /** The next bytes of the film's own file. */
  readonly bytes: Uint8Array;
}

/** Writes a part of a voice: each packet behind two bytes with its length. */
export function writeVoicePart({ packets, ...run }: VoicePart): Uint8Array<ArrayBuffer> {
  const part = withHeader(
    run,
    packets.reduce((sum, packet) => sum + 2 + packet.length, 0),
  );
  const view = new DataView(part.bytes.buffer);
  let { at } = part;
  for (const packet of packets) {
    view.setUint16(at, packet.length, true);
    part.bytes.set(packet, at + 2);
    at += 2 + packet.length;
  }
  return part.bytes;
}

/** Reads a part of a voice. `read(write(part)) = part` */
export function readVoicePart(bytes: Uint8Array): VoicePart | Unreadable {
  const part = headerOf(bytes);
  if (typeof part === 'string') return part;
  const { run, startFrame, preSkip } = part.header;
  if (!isWhole(run, MOST_RUNS) || !isWhole(startFrame, LONGEST_TAKE) || !isWhole(preSkip, MOST_SKIPPED))
    return 'foreign';
  const packets: Uint8Array[] = [];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let { at } = part; at < bytes.length;) {
    if (at + 2 > bytes.length) return 'foreign';
    const length = view.getUint16(at, true);
    const end = at + 2 + length;
    if (length === 0 || length > LARGEST_PACKET || end > bytes.length) return 'foreign';
    packets.push(bytes.subarray(at + 2, end));
    at = end;
  }
  return { run, startFrame, preSkip, packets };
}

/** Writes a part of a film. */
export function writeFilmPart({ run, bytes }: FilmPart): Uint8Array<ArrayBuffer> {
  const part = withHeader({ run }, bytes.length);
  part.bytes.set(bytes, part.at);
  return part.bytes;
}

/** Reads a part of a film. `read(write(part)) = part` */
export function readFilmPart(bytes: Uint8Array): FilmPart | Unreadable {
  const part = headerOf(bytes);
  if (typeof part === 'string') return part;
  const { run } = part.header;
  if (!isWhole(run, MOST_FILMS) || part.at >= bytes.length) return 'foreign';
  return { run, bytes: bytes.subarray(part.at) };
}

function withHeader(header: object, length: number): { bytes: Uint8Array<ArrayBuffer>; at: number } {
  // Numbers and their names: every letter is one byte.
  const head = Uint8Array.from(JSON.stringify({ version: PART_VERSION, ...header }), (letter) => letter.charCodeAt(0));
  const bytes = new Uint8Array(4 + head.length + length);
  new DataView(bytes.buffer).setUint32(0, head.length, true);
  bytes.set(head, 4);
  return { bytes, at: 4 + head.length };
}

function headerOf(bytes: Uint8Array): { header: Readonly<Record<string, unknown>>; at: number } | Unreadable {
  if (bytes.length < 4) return 'foreign';
  const length = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(0, true);
  if (4 + length > bytes.length || length > LARGEST_HEADER) return 'foreign';
  try {
    const header: unknown = JSON.parse(String.fromCharCode(...bytes.subarray(4, 4 + length)));
    if (typeof header !== 'object' || header === null) return 'foreign';
    const fields = header as Readonly<Record<string, unknown>>;
    return versionFault(fields['version'], PART_VERSION) ?? { header: fields, at: 4 + length };
  } catch {
    return 'foreign';
  }
}

const isWhole = (value: unknown, most: number): value is number =>
  Number.isSafeInteger(value) && (value as number) >= 0 && (value as number) <= most;
