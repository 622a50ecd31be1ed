import { distanceToSegment, outlineOf, samplesOf, strokeHit } from './index.ts';

/** A wavy stroke of a steady hand. */
const wave = Array.from({ length: 60 }, (_, i) => [
  1000 + i * 100,
  4000 + Math.round(800 * Math.sin(i / 6)),
  140,
  i * 8,
]).flat();

describe('the samples of a stroke', () => {
  it('lie near where the pen was, evened out', () => {
    const samples = samplesOf(wave, 6);
    expect(samples).toHaveLength(60);
    samples.forEach((sample, i) => {
      expect(Math.hypot(sample.x - wave[i * 4]! / 10, sample.y - wave[i * 4 + 1]! / 10)).toBeLessThan(4);
    });
  });
  it('begin and end exactly where the pen did', () => {
    const samples = samplesOf(wave, 6);
    expect([samples[0]!.x, samples[0]!.y]).toEqual([100, 400]);
    expect(samples.at(-1)!.x).toBe(690);
  });
  it('are one where the pen stood still, however long', () => {
    const still = Array.from({ length: 50 }, (_, i) => [500, 500, 128, i * 10]).flat();
    expect(samplesOf(still, 6)).toHaveLength(1);
  });
  it('do not change what they were given', () => {
    const given = Object.freeze([...wave]);
    samplesOf(given, 6);
    expect(given).toEqual(wave);
  });
  it('grow with time as the pen did', () => {
    const counts = [0, 100, 200, 480].map((ms) => samplesOf(wave, 6, ms).length);
    expect(counts).toEqual([1, 13, 26, 60]);
  });
});

describe('the outline of a stroke', () => {
  it('is nowhere further from the line than the pen is wide', () => {
    const samples = samplesOf(wave, 6);
    for (const corner of outlineOf(samples)) {
      const nearest = Math.min(...samples.slice(1).map((sample, i) => distanceToSegment(corner, samples[i]!, sample)));
      expect(nearest).toBeLessThan(6 / 2 + 1);
    }
  });
  it('has two sides and two round ends', () => {
    expect(outlineOf(samplesOf(wave, 6))).toHaveLength(60 * 2 + 14);
  });
});

describe('hitting a stroke', () => {
  it('is measured to the line, not beyond its ends', () => {
    const line = [0, 0, 128, 0, 1000, 0, 128, 10];
    expect(distanceToSegment({ x: 50, y: 7 }, { x: 0, y: 0 }, { x: 100, y: 0 })).toBe(7);
    expect(distanceToSegment({ x: 103, y: 4 }, { x: 0, y: 0 }, { x: 100, y: 0 })).toBe(5);
    expect(strokeHit(line, { x: 110, y: 0 }, 9)).toBe(false);
    expect(strokeHit(line, { x: 108, y: 0 }, 9)).toBe(true);
  });
  it('works for a dot, and never for a stroke without points', () => {
    expect(strokeHit([500, 500, 128, 0], { x: 51, y: 50 }, 2)).toBe(true);
    expect(strokeHit([], { x: 0, y: 0 }, 100)).toBe(false);
  });
});
