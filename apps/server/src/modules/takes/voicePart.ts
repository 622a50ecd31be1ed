/*
 * A part of a voice as the recording browser sends it (docs/formats/voice-part.md): four bytes with the length
 * of a JSON header, the header, then Opus packets of 20 ms, each behind two bytes with its length. A run is
 * what one encoder made without a break: a take that was taken up again after a crash has more than one.
 */

export interface VoicePart {
  readonly run: number;
  /** The frame of the take at which the run starts. */
  readonly startFrame: number;
  /** Frames at the start of the run that the decoder must drop. */
  readonly preSkip: number;
  readonly packets: readonly Uint8Array[];
}

/** Frames in one packet. */
export const PACKET_FRAMES = 960;
const LARGEST_PACKET = 1500;
/** The longest take, in frames: three hours. */
export const LONGEST_TAKE = 3 * 3600 * 48_000;
/** Runs of one take: each is a browser that came back. */
const MOST_RUNS = 1000;
/** A run begins where the one before it ended, or so many frames later at most: a minute may have been lost. */
const LONGEST_HOLE = 60 * 48_000;

/** Reads a part; null where the bytes are no part. */
export function readVoicePart(bytes: Buffer): VoicePart | null {
  if (bytes.length < 4) return null;
  const headerEnd = 4 + bytes.readUInt32LE(0);
  if (headerEnd > bytes.length || headerEnd > 1000) return null;
  const header = parseHeader(bytes.subarray(4, headerEnd).toString('utf8'));
  if (!header) return null;
  const packets: Uint8Array[] = [];
  for (let at = headerEnd; at < bytes.length;) {
    if (at + 2 > bytes.length) return null;
    const length = bytes.readUInt16LE(at);
    const end = at + 2 + length;
    if (length === 0 || length > LARGEST_PACKET || end > bytes.length) return null;
    packets.push(bytes.subarray(at + 2, end));
    at = end;
  }
  return { ...header, packets };
}

/** Writes a part: `read(write(part)) = part`. */
export function writeVoicePart({ run, startFrame, preSkip, packets }: VoicePart): Buffer {
  const header = Buffer.from(JSON.stringify({ run, startFrame, preSkip }));
  const head = Buffer.alloc(4);
  head.writeUInt32LE(header.length);
  const framed = packets.flatMap((packet) => {
    const length = Buffer.alloc(2);
    length.writeUInt16LE(packet.length);
    return [length, packet];
  });
  return Buffer.concat([head, header, ...framed]);
}

/** An encoder skips some hundred frames; a second is more than any does. */
const MOST_SKIPPED = 48_000;

function parseHeader(text: string): Omit<VoicePart, 'packets'> | null {
  try {
    const { run, startFrame, preSkip } = JSON.parse(text) as Record<string, unknown>;
    const whole = (value: unknown): value is number => Number.isSafeInteger(value) && (value as number) >= 0;
    if (!whole(run) || !whole(startFrame) || !whole(preSkip)) return null;
    return run <= MOST_RUNS && startFrame <= LONGEST_TAKE && preSkip <= MOST_SKIPPED
      ? { run, startFrame, preSkip }
      : null;
  } catch {
    return null;
  }
}

/** What is kept of a part beside its bytes: enough to know how a voice lies in its take. */
export type VoiceFacts = Omit<VoicePart, 'packets'> & { readonly packets: number };
export const factsOf = ({ run, startFrame, preSkip, packets }: VoicePart): VoiceFacts => ({
  run,
  startFrame,
  preSkip,
  packets: packets.length,
});

/** One encoder's unbroken work: what its parts say, and their numbers in order. */
export interface Run {
  readonly startFrame: number;
  readonly preSkip: number;
  readonly packets: number;
  readonly parts: readonly number[];
}

/** Joins parts, in order, into runs. */
export function runsOf(parts: readonly (VoiceFacts & { readonly number: number })[]): readonly Run[] {
  const runs = new Map<number, { startFrame: number; preSkip: number; packets: number; parts: number[] }>();
  for (const { number, run: name, startFrame, preSkip, packets } of parts) {
    const run = runs.get(name) ?? { startFrame, preSkip, packets: 0, parts: [] };
    run.packets += packets;
    run.parts.push(number);
    runs.set(name, run);
  }
  return [...runs.values()].sort((a, b) => a.startFrame - b.startFrame);
}

/** The frame of the take up to which a run can be decoded. */
export const runEnd = (run: Omit<Run, 'parts'>): number =>
  run.startFrame + Math.max(0, run.packets * PACKET_FRAMES - run.preSkip);

/**
 * The runs, in order, up to the first that begins long after anything was heard, or beyond the longest take: where a
 * run claims to begin is a number that a browser wrote down.
 */
export function believableRuns(runs: readonly Run[]): readonly Run[] {
  let end = 0;
  const last = runs.findIndex((run) => {
    const isFar = run.startFrame > end + LONGEST_HOLE || runEnd(run) > LONGEST_TAKE;
    end = Math.max(end, runEnd(run));
    return isFar;
  });
  return last < 0 ? runs : runs.slice(0, last);
}
