import { fromSeconds } from '@oakbell/core/clock';
import type { EditList, Segment } from '@oakbell/core/edits';
import { coarsePeaks, takesNeeded } from './manifest.ts';
import { joinVoices } from './programmeVoice.ts';

const segment = (id: string, takeId: string, start: number, end: number): Segment => ({
  id,
  takeId,
  start: fromSeconds(start),
  end: fromSeconds(end),
});
const edits: EditList = { version: 1, segments: [segment('a', 't1', 1, 2), segment('b', 't2', 0, 0.5)] };
const constant = (value: number) => Promise.resolve(new Float32Array(3 * 48_000).fill(value));

describe('the programme voice', () => {
  it('is as long as the programme, to the sample, with each take in its place', async () => {
    const voice = await joinVoices(edits, (takeId) => constant(takeId === 't1' ? 0.5 : 0.25));
    expect(voice).toHaveLength(72_000);
    expect([voice[24_000], voice[60_000]]).toEqual([0.5, 0.25]);
  });
  it('fades at joins, so that nothing clicks', async () => {
    const voice = await joinVoices(edits, (takeId) => constant(takeId === 't1' ? 0.9 : -0.9));
    let step = 0;
    for (let i = 1; i < voice.length; i += 1) step = Math.max(step, Math.abs(voice[i]! - voice[i - 1]!));
    expect(step).toBeLessThan(0.01);
  });
  it('is silent where a take is shorter than the edit list says', async () => {
    const voice = await joinVoices(edits, () => Promise.resolve(new Float32Array(10)));
    expect(voice).toHaveLength(72_000);
  });
});

it('an edition needs the takes it plays and those whose ink they stand on, each once', () => {
  expect(takesNeeded(edits, (id) => (id === 't2' ? ['t0', 't1'] : []))).toEqual(['t1', 't0', 't2']);
});
it('coarse peaks keep the loudest of ten', () => {
  expect([...coarsePeaks(Uint8Array.from({ length: 15 }, (_, i) => i))]).toEqual([9, 14]);
});
