import { fromMillis } from '../clock/index.ts';
import { inMemory, mix, samplesOf, type LaidOver } from './index.ts';

const RATE = 48_000;
const ms = fromMillis;

describe('sounds laid over a voice', () => {
  const voice = new Float32Array(RATE).fill(0.1);
  const clip = new Float32Array(RATE).fill(0.5);
  const mixedWith = (laid: Omit<LaidOver, 'sound'>) =>
    samplesOf(mix(inMemory(voice), [{ ...laid, sound: inMemory(clip) }], RATE));

  it('are added where they belong, and the voice keeps its length', async () => {
    const mixed = await mixedWith({ at: ms(200), length: ms(300), from: ms(100) });
    expect(mixed).toHaveLength(RATE);
    expect(mixed[4800]).toBeCloseTo(0.1);
    expect(mixed[16_800]).toBeCloseTo(0.6);
    expect(mixed[26_400]).toBeCloseTo(0.1);
    expect(voice[16_800]).toBeCloseTo(0.1);
  });

  it('begin and end without a click, and stop where either ends', async () => {
    const mixed = await mixedWith({ at: ms(800), length: ms(5000), from: ms(900) });
    const from = 38_400;
    expect(mixed[from]).toBeCloseTo(0.1);
    expect(mixed[from + 2400]).toBeCloseTo(0.6);
    expect(mixed[from + 4799]).toBeCloseTo(0.1);
    expect(mixed[from + 4801]).toBeCloseTo(0.1);
  });
});
