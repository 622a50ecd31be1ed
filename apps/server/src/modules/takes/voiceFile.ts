import { blocksOf, inPlaces, type Placed } from '@oakbell/core/audio';
import { PACKET_FRAMES } from '@oakbell/core/formats';
import { EncodedAudioPacketSource, EncodedPacket, FilePathTarget, OggOutputFormat, Output } from 'mediabunny';
import type { SoundFolder } from '../../platform/sound/index.ts';
import { RATE } from './take.entity.ts';
import type { Run } from './voiceRuns.ts';

/** The packets of a run in order, as they are read. */
export type PacketsOf = (run: Run) => AsyncIterable<Uint8Array>;

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

/** Writes one run as an Ogg Opus file, packets as they came. */
async function writeOgg(path: string, { preSkip }: Run, packets: AsyncIterable<Uint8Array>): Promise<string> {
  const output = new Output({ format: new OggOutputFormat(), target: new FilePathTarget(path) });
  const source = new EncodedAudioPacketSource('opus');
  output.addAudioTrack(source);
  await output.start();
  const decoderConfig = { codec: 'opus', sampleRate: RATE, numberOfChannels: 1, description: opusHead(preSkip) };
  const seconds = PACKET_FRAMES / RATE;
  let count = 0;
  try {
    for await (const packet of packets) {
      await source.add(new EncodedPacket(packet, 'key', count * seconds, seconds), { decoderConfig });
      count += 1;
    }
    await output.finalize();
  } catch (failure) {
    // What is half written is let go, with its file.
    await output.cancel();
    throw failure;
  }
  return path;
}

/**
 * The voice of a take as one playable file, exactly `frames` long where it is put together: runs in their places,
 * silence where one is missing. A single run is kept bit for bit. Its path lasts as long as the folder.
 */
export async function voiceFile(
  sounds: SoundFolder,
  {
    runs,
    frames,
    packetsOf,
  }: { readonly runs: readonly Run[]; readonly frames: number; readonly packetsOf: PacketsOf },
): Promise<string> {
  const oggOf = (run: Run, i: number) => writeOgg(sounds.path(`run-${i}.ogg`), run, packetsOf(run));
  const [only, second] = runs;
  if (only && !second && only.startFrame === 0) return oggOf(only, 0);
  const placed: Placed[] = [];
  for (const [i, run] of runs.entries()) {
    if (run.startFrame >= frames) continue;
    const sound = await sounds.decode(await oggOf(run, i), { most: frames - run.startFrame });
    placed.push({ sound, at: run.startFrame });
  }
  return sounds.encode(blocksOf(inPlaces(placed, frames)), 'ogg', 96);
}
