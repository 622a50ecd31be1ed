import { BufferSource, EncodedPacketSink, Input, OggInputFormat } from 'mediabunny';
import { createHash } from 'node:crypto';
import { encoded } from './sounds.ts';
import { writeVoicePart } from '@oakbell/core/formats';

const RATE = 48_000;

export const framesIn = (seconds: number): number => Math.round(seconds * RATE);

/** A voice of some seconds: tones in bursts, as uneven as speech. */
export function speechLike(seconds: number, size = 0.2): Float32Array {
  return Float32Array.from({ length: framesIn(seconds) }, (_, i) => {
    const t = i / RATE;
    const burst = Math.max(0, Math.sin(2 * Math.PI * 2.3 * t)) ** 2;
    return size * burst * (Math.sin(2 * Math.PI * 180 * t) + 0.5 * Math.sin(2 * Math.PI * 950 * t));
  });
}

/** What was sent for a voice of so many seconds, made once in a process. */
const spoken = new Map<number, ReturnType<typeof partsOf>>();
export function spokenFor(seconds: number): ReturnType<typeof partsOf> {
  const made = spoken.get(seconds) ?? partsOf(speechLike(seconds));
  spoken.set(seconds, made);
  return made;
}

/** What a recording browser would send for these samples: parts of two seconds with their digests. */
export async function partsOf(samples: Float32Array): Promise<readonly { bytes: Buffer; digest: string }[]> {
  const padded = new Float32Array(samples.length + 1920);
  padded.set(samples);
  const ogg = await encoded(padded, 'ogg', 64);
  const input = new Input({ formats: [new OggInputFormat()], source: new BufferSource(new Uint8Array(ogg).buffer) });
  const track = (await input.getPrimaryAudioTrack())!;
  const packets: Uint8Array[] = [];
  for await (const packet of new EncodedPacketSink(track).packets()) packets.push(packet.data);
  const parts: { bytes: Buffer; digest: string }[] = [];
  for (let at = 0; at < packets.length; at += 100) {
    const bytes = Buffer.from(
      writeVoicePart({ run: 0, startFrame: 0, preSkip: 312, packets: packets.slice(at, at + 100) }),
    );
    parts.push({ bytes, digest: digestOf(bytes) });
  }
  return parts;
}

export const digestOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
