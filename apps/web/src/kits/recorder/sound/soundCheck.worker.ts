import { checkSound, inMemory, keepInMemory, samplesOf, throughSwitches } from '@oakbell/core/audio';
import { RATE, wavHeader } from '../encoding/index.ts';
import type { CheckOrder, CheckReport } from './soundCheckProtocol.ts';

/** Judges some seconds of sound and lets them through the switches. */
export async function handle({ id, samples, switches }: CheckOrder): Promise<CheckReport> {
  try {
    const voice = await samplesOf(await throughSwitches(inMemory(samples), RATE, switches, keepInMemory));
    const bytes = Int16Array.from(voice, (value) => Math.max(-32_768, Math.min(32_767, Math.round(value * 32_767))));
    return {
      id,
      ok: true,
      check: checkSound(samples, RATE),
      treated: new Blob([wavHeader(bytes.byteLength, RATE), bytes], { type: 'audio/wav' }),
    };
  } catch (failure) {
    return { id, ok: false, text: (failure as Error).message };
  }
}

self.onmessage = ({ data }: MessageEvent<CheckOrder>) => void handle(data).then((report) => self.postMessage(report));
