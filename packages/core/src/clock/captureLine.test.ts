import { CaptureLine, type Captured } from './captureLine.ts';

const RATE = 48_000;
/** A device whose clock shows 7,000,000 when the machine's shows 0; blocks of 10 ms come 4 ms after their end. */
function device({ skew = 0, base = 7e6, late = () => 4 }: { skew?: number; base?: number; late?: () => number } = {}) {
  return (ms: number): Captured => ({
    stampMs: base + ms * (1 + skew),
    arrivedMs: ms + 10 + late(),
    frames: RATE / 100,
  });
}
const every10 = (from: number, to: number) => Array.from({ length: (to - from) / 10 }, (_, i) => from + i * 10);
const run = (line: CaptureLine<Captured>, blocks: readonly Captured[]) =>
  blocks.flatMap((block) => line.arrived(block));
const lostMs = (placed: readonly { lost: number }[]) => placed.reduce((sum, { lost }) => sum + lost, 0) / 48;

it('lays blocks end to end, and tells the frame of any moment', () => {
  const line = new CaptureLine(RATE);
  const placed = run(line, every10(0, 2000).map(device()));
  expect([placed.length, lostMs(placed), line.frames]).toEqual([200, 0, 2 * RATE]);
  // Nothing is known of how long a block takes on its way but that the quickest took 4 ms.
  expect(line.endMs).toBeCloseTo(2004, 0);
  expect(line.frameAt(1504)).toBe(1.5 * RATE);
});

it.each([40, 400, 810, 5000])('what is missing for %i ms makes the line longer by as much', (gap) => {
  const line = new CaptureLine(RATE);
  const placed = run(line, [...every10(0, 1000), ...every10(1000 + gap, 3000 + gap)].map(device()));
  expect(lostMs(placed)).toBeCloseTo(gap, 0);
  expect(placed.findIndex(({ lost }) => lost > 0)).toBe(100);
  expect(line.frameAt(3004 + gap)! / 48).toBeCloseTo(3000 + gap, 0);
});

it('losses that follow one another at once are each as long as they are', () => {
  const line = new CaptureLine(RATE);
  const blocks = [...every10(0, 1000), ...every10(1400, 1420), ...every10(1820, 1850), ...every10(1900, 3000)];
  const placed = run(line, blocks.map(device()));
  expect(placed.map(({ lost }) => Math.round(lost / 48)).filter((lost) => lost > 0)).toEqual([400, 400, 50]);
});

it('stamps that tremble, and one that is far out, lose nothing', () => {
  const line = new CaptureLine(RATE);
  const tremble = (ms: number, i: number) => ({ ...device()(ms), stampMs: 7e6 + ms + ((i * 37) % 31) - 15 });
  const blocks = every10(0, 10_000).map(tremble);
  blocks[300] = { ...blocks[300]!, stampMs: blocks[300]!.stampMs + 300 };
  const placed = run(line, blocks);
  expect([placed.length, lostMs(placed), line.frames]).toEqual([1000, 0, 10 * RATE]);
  expect(Math.abs(line.endMs! - 10_004)).toBeLessThan(25);
});

it('follows a sound card that runs a little faster or slower, for an hour', () => {
  for (const skew of [2e-4, -2e-4]) {
    const line = new CaptureLine(RATE);
    const blocks = every10(0, 3_600_000).map(device({ skew: skew }));
    // The device counts its frames by its own clock, and stamps by the machine's.
    const placed = run(
      line,
      blocks.map((block) => ({ ...block, arrivedMs: block.stampMs - 7e6 + 14 })),
    );
    expect(lostMs(placed)).toBe(0);
    expect(Math.abs(line.endMs! - (3_600_000 * (1 + skew) + 4))).toBeLessThan(1);
  }
});

it('blocks that are handed over late are where they were captured, and how late they were is told', () => {
  const line = new CaptureLine(RATE);
  run(line, every10(0, 1000).map(device()));
  const late = every10(1000, 1500).map((ms) => ({ ...device()(ms), arrivedMs: 1900 }));
  expect(lostMs(run(line, late))).toBe(0);
  expect(line.lateBy(late[0]!)).toBeCloseTo(886, 0);
  expect(line.frameAt(1504)! / 48).toBeCloseTo(1500, 0);
});

it('a device that is not sure of the time at first does not put the line off', () => {
  const line = new CaptureLine(RATE);
  const blocks = every10(0, 2000).map(device());
  blocks[0] = { ...blocks[0]!, stampMs: blocks[0]!.stampMs + 300 };
  blocks[1] = { ...blocks[1]!, stampMs: blocks[1]!.stampMs + 300 };
  expect(lostMs(run(line, blocks))).toBe(0);
  expect(line.endMs).toBeCloseTo(2004, 0);
});

it('goes on as silence while nothing comes, and takes the sound up again at its moment', () => {
  const line = new CaptureLine(RATE);
  run(line, every10(0, 1000).map(device()));
  line.flush();
  expect(line.fillTo(2004) / 48).toBeCloseTo(1000, 0);
  const placed = run(line, every10(2300, 3000).map(device()));
  expect(lostMs(placed)).toBeCloseTo(300, 0);
  expect(line.frames / 48).toBeCloseTo(3000, 0);
});

it('sound that comes after silence was laid for it is left out, so that what follows is in its place', () => {
  const line = new CaptureLine(RATE);
  run(line, every10(0, 1000).map(device()));
  line.fillTo(2004);
  const placed = run(line, every10(1500, 3000).map(device()));
  expect(placed.reduce((sum, { late }) => sum + late, 0) / 48).toBeCloseTo(500, 0);
  expect(line.frames / 48).toBeCloseTo(3000, 0);
});

it('another device goes on where the machine’s clock says', () => {
  const line = new CaptureLine(RATE);
  run(line, every10(0, 1000).map(device()));
  expect(line.restart()).toEqual([]);
  const placed = run(line, every10(1600, 3000).map(device({ base: 55 })));
  expect(lostMs(placed)).toBeCloseTo(600, 0);
  expect(line.frameAt(2504)! / 48).toBeCloseTo(2500, 0);
});

it('is a line also where no device ever spoke, and takes one up that comes later', () => {
  const line = new CaptureLine(RATE);
  expect([line.endMs, line.frameAt(5)]).toEqual([null, null]);
  expect(line.fillTo(100)).toBe(0);
  expect(line.fillTo(1100) / 48).toBe(1000);
  const placed = run(line, every10(1400, 2000).map(device()));
  expect(lostMs(placed)).toBeCloseTo(304, 0);
});
