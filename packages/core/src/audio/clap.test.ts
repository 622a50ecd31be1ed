import { clapDelay, clapMoments, type Motion } from './index.ts';

const RATE = 48_000;
/** Room noise with a clap of falling noise at each moment (ms). */
function room(claps: readonly number[], seconds = 8): Float32Array {
  let seed = 7;
  const noise = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 1_073_741_824 - 1;
  const samples = Float32Array.from({ length: seconds * RATE }, () => noise() * 0.004);
  for (const clap of claps) {
    const at = (clap * RATE) / 1000;
    for (let i = 0; i < RATE / 10; i += 1) samples[at + i]! += noise() * 0.7 * Math.exp(-i / (RATE / 80));
  }
  return samples;
}
/** Hands that come together over 200 ms and stand still, seen at 25 pictures a second and `late` ms afterwards. */
function hands(claps: readonly number[], late: number, seconds = 8): readonly Motion[] {
  return Array.from({ length: seconds * 25 }, (_, i) => {
    const at = i * 40;
    const until = claps.map((clap) => clap + late - at).find((ms) => ms > -40 && ms <= 200);
    return { at, amount: until === undefined ? 0.4 : 4 + (200 - Math.max(0, until)) / 20 };
  });
}

describe('the clap test', () => {
  const claps = [1010, 2330, 3700, 5100];

  it('hears each clap once, within a few milliseconds', () => {
    const heard = clapMoments(room(claps), RATE);
    expect(heard).toHaveLength(claps.length);
    heard.forEach((at, i) => expect(Math.abs(at - claps[i]!)).toBeLessThanOrEqual(4));
  });

  it.each([0, 80, 160, 320])('finds a camera that is %i ms late, within one picture', (late) => {
    const found = clapDelay(clapMoments(room(claps), RATE), hands(claps, late));
    expect(found.ok && found.claps).toBe(4);
    expect(Math.abs((found.ok ? found.delayMs : NaN) - late)).toBeLessThanOrEqual(40);
  });

  it('says when nothing was heard, and when nothing was seen', () => {
    expect(clapDelay(clapMoments(room([]), RATE), hands(claps, 0))).toEqual({ ok: false, reason: 'no-clap' });
    const still = hands([], 0);
    expect(clapDelay(claps, still)).toEqual({ ok: false, reason: 'not-seen' });
  });
});
