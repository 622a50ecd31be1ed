import { Resampler } from './resampler.ts';

const tone = (hertz: number, rate: number, seconds: number) =>
  Float32Array.from({ length: rate * seconds }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hertz * i) / rate));

function resampled(input: Float32Array<ArrayBuffer>, from: number, to: number, block = from / 100): Float32Array {
  const resampler = new Resampler(from, to);
  const pieces: Float32Array[] = [];
  for (let at = 0; at < input.length; at += block) pieces.push(resampler.push(input.slice(at, at + block)));
  const all = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
/** The level of what two sounds differ by, in dB of full scale, away from the ends. */
function differenceDb(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  const [start, end] = [2000, Math.min(a.length, b.length) - 2000];
  for (let i = start; i < end; i += 1) sum += (a[i]! - b[i]!) ** 2;
  return 10 * Math.log10(sum / (end - start) + 1e-20);
}

it.each([44_100, 16_000, 8000, 22_050, 32_000, 96_000, 44_056])(
  'a tone of %i frames a second is the same tone at 48,000, at the same moments',
  (from) => {
    for (const hertz of [100, 1000, 3000]) {
      const made = resampled(tone(hertz, from, 1), from, 48_000);
      expect(differenceDb(made, tone(hertz, 48_000, 1))).toBeLessThan(-60);
    }
  },
);

it('what is too high for the new rate does not come back as something else', () => {
  const made = resampled(tone(30_000, 96_000, 1), 96_000, 48_000);
  expect(differenceDb(made, new Float32Array(made.length))).toBeLessThan(-70);
});

it('loses no frame, whatever the lengths of the blocks', () => {
  const resampler = new Resampler(44_100, 48_000);
  let [made, given] = [0, 0];
  for (let i = 0; i < 1000; i += 1) {
    const block = new Float32Array(1 + ((i * 97) % 441));
    given += block.length;
    made += resampler.push(block).length;
  }
  expect(Math.abs(made - (given * 48_000) / 44_100)).toBeLessThan(24);
});

it('leaves sound of the right rate as it is', () => {
  const block = tone(440, 48_000, 0.1);
  expect(new Resampler(48_000, 48_000).push(block)).toBe(block);
});
