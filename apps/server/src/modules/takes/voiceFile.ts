import { BufferTarget, EncodedAudioPacketSource, EncodedPacket, OggOutputFormat, Output } from 'mediabunny';
import { decodeVoice, encodeVoice } from '../../platform/sound/index.ts';
import { RATE } from './take.entity.ts';
import { PACKET_FRAMES, type Run } from './voicePart.ts';

/** The OpusHead of RFC 7845 for one channel at 48 kHz. */
function opusHead(preSkip: number): Uint8Array {
  const head = Buffer.alloc(19);
  head.write('OpusHead', 0, 'latin1');
  head.writeUInt8(1, 8);
  head.writeUInt8(1, 9);
  head.writeUInt16LE(preSkip, 10);
  head.writeUInt32LE(RATE, 12);
  return head;
}

/** One run as an Ogg Opus file, packets as they came. */
export async function oggOf(run: Run): Promise<Buffer> {
  const output = new Output({ format: new OggOutputFormat(), target: new BufferTarget() });
  const source = new EncodedAudioPacketSource('opus');
  output.addAudioTrack(source);
  await output.start();
  const decoderConfig = { codec: 'opus', sampleRate: RATE, numberOfChannels: 1, description: opusHead(run.preSkip) };
  const seconds = PACKET_FRAMES / RATE;
  for (const [i, packet] of run.packets.entries()) {
    await source.add(new EncodedPacket(packet, 'key', i * seconds, seconds), { decoderConfig });
  }
  await output.finalize();
  return Buffer.from(output.target.buffer!);
}

/** The samples of a whole take, exactly `frames` long: runs in their places, silence where a run is missing. */
export async function samplesOfRuns(runs: readonly Run[], frames: number): Promise<Float32Array> {
  const samples = new Float32Array(frames);
  for (const run of runs) {
    const decoded = await decodeVoice(await oggOf(run), { most: frames - Math.min(frames, run.startFrame) });
    if (run.startFrame < frames) samples.set(decoded.subarray(0, frames - run.startFrame), run.startFrame);
  }
  return samples;
}

/** The voice of a take as one playable file. A single run is kept bit for bit. */
export async function voiceFile(runs: readonly Run[], frames: number): Promise<Buffer> {
  const [only, second] = runs;
  if (only && !second && only.startFrame === 0) return oggOf(only);
  return encodeVoice(await samplesOfRuns(runs, frames), 'ogg', 96);
}
