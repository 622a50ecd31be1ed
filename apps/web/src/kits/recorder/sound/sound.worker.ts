/* Takes sound from the microphone and gives it to the gate. Nothing else runs here, so that nothing is in its way. */
import { Resampler } from '@oakbell/core/audio';
import { RATE } from '../encoding/index.ts';
import type { SoundOrder, SoundReport, ThreadBlock } from './soundProtocol.ts';
import { TICK_MS, VoiceGate } from './voiceGate.ts';

/** A block of the sound thread is read later than this only when the machine's clock was set. */
const LATEST_MS = 5000;

const now = () => performance.timeOrigin + performance.now();
const gate = new VoiceGate((report: SoundReport) => self.postMessage(report), now);
let hearing: ReadableStreamDefaultReader<AudioData> | null = null;

async function hear(blocks: ReadableStream<AudioData>): Promise<void> {
  void hearing?.cancel();
  const reader = blocks.getReader();
  hearing = reader;
  gate.restart();
  let resampler: Resampler | null = null;
  let rate = 0;
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    if (value.sampleRate !== rate) {
      rate = value.sampleRate;
      resampler = new Resampler(rate, RATE);
    }
    const samples = resampler?.push(mono(value));
    if (samples && hearing === reader) gate.heard({ samples, stampMs: value.timestamp / 1000, arrivedMs: now() });
    value.close();
  }
}

function hearThread(blocks: MessagePort): void {
  blocks.onmessage = ({ data: { samples, wallMs } }: MessageEvent<ThreadBlock>) => {
    // How late it is read is known from the machine's clock on both threads; set forward or back in between, that
    // clock is not believed.
    const late = Date.now() - wallMs;
    const arrivedMs = now();
    const endMs = arrivedMs - (late >= 0 && late < LATEST_MS ? late : 0);
    gate.heard({ samples, stampMs: endMs - (samples.length * 1000) / RATE, arrivedMs });
  };
}

function mono(data: AudioData): Float32Array<ArrayBuffer> {
  const mixed = new Float32Array(data.numberOfFrames);
  const channel = new Float32Array(data.numberOfFrames);
  for (let c = 0; c < data.numberOfChannels; c += 1) {
    data.copyTo(channel, { planeIndex: c, format: 'f32-planar' });
    for (let i = 0; i < mixed.length; i += 1) mixed[i]! += channel[i]! / data.numberOfChannels;
  }
  return mixed;
}

self.onmessage = ({ data }: MessageEvent<SoundOrder>) => {
  switch (data.kind) {
    case 'hear':
      return void hear(data.blocks);
    case 'hear-thread':
      return hearThread(data.blocks);
    case 'samples-to':
      return gate.sendTo(data.port);
    case 'open':
      return gate.open(data.fromMs);
    case 'close':
      return gate.close(data.atMs);
  }
};
setInterval(() => gate.tick(), TICK_MS);
