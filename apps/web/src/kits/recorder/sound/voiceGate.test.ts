import { RATE } from '../encoding/index.ts';
import type { SoundReport } from './soundProtocol.ts';
import { TICK_MS, VoiceGate } from './voiceGate.ts';

/** A machine: its clock in ms, a microphone whose sample n has the value n, and a gate that hears it. */
function machine() {
  let clock = 1_000_000;
  const reports: SoundReport[] = [];
  const out: number[] = [];
  let closings = 0;
  const gate = new VoiceGate(
    (report) => reports.push(report),
    () => clock,
  );
  gate.sendTo({
    postMessage: (data: unknown) => {
      if (data === 'closed') closings += 1;
      else out.push(...(data as Int16Array));
    },
  });
  const begun = clock;
  /** 10 ms of sound; each sample tells its ms since the machine was switched on. */
  const block = (ms: number) => Float32Array.from({ length: 480 }, (_, i) => (ms + i / 48) / 32_767);
  return {
    gate,
    reports,
    out,
    get closings() {
      return closings;
    },
    get now() {
      return clock - begun;
    },
    abs: (ms: number) => begun + ms,
    /** Time passes; blocks are heard as they come, when the microphone speaks. */
    passes(ms: number, speaks = true) {
      for (const end = clock + ms; clock < end;) {
        const at = clock - begun;
        clock += 10;
        if (speaks) gate.heard({ samples: block(at), stampMs: at + 77, arrivedMs: clock });
        if ((clock - begun) % TICK_MS === 0) gate.tick();
      }
    },
    /** The whole machine stands still. */
    stands(ms: number) {
      clock += ms;
    },
    /** Blocks from before, handed over now. */
    brings(fromMs: number, toMs: number) {
      for (let at = fromMs; at < toMs; at += 10) gate.heard({ samples: block(at), stampMs: at + 77, arrivedMs: clock });
    },
    lost: () => reports.flatMap((report) => (report.kind === 'lost' ? [report.frames / 48] : [])),
  };
}
/** The ms that each millisecond of what was let through was spoken at. */
const spoken = (out: readonly number[]) => out.filter((_, i) => i % 48 === 0);

it('lets through what was spoken between two moments, with what came shortly before', () => {
  const here = machine();
  here.passes(2000);
  here.gate.open(here.abs(1500));
  here.passes(1000);
  here.gate.close(here.abs(3000));
  here.passes(50);
  expect([here.out.length / 48, here.closings]).toEqual([1500, 1]);
  expect([spoken(here.out)[0], spoken(here.out).at(-1)]).toEqual([1500, 2999]);
});

it('its ends are moments: a machine that is a second behind records no second too little', () => {
  const here = machine();
  here.passes(1000);
  here.gate.open(here.abs(1000));
  here.stands(1000);
  here.gate.close(here.abs(2000));
  here.brings(1000, 2100);
  expect([here.out.length / 48, here.closings]).toEqual([1000, 1]);
});

it('what the microphone did not deliver is silence of the same length, told at once', () => {
  const here = machine();
  here.passes(1000);
  here.gate.open(here.abs(1000));
  here.passes(500);
  here.stands(800);
  here.passes(700);
  expect(here.lost().map(Math.round)).toEqual([800]);
  expect(here.out.length / 48).toBeCloseTo(2000, -1);
  const heard = spoken(here.out);
  expect([heard[499], heard[500], heard[1299], heard[1400]]).toEqual([1499, 0, 0, 2400]);
});

it('a loss before recording, or in a pause, is not told', () => {
  const here = machine();
  here.passes(500);
  here.stands(400);
  here.passes(500);
  here.gate.open(here.abs(here.now));
  here.passes(500);
  here.gate.close(here.abs(here.now));
  here.passes(50);
  here.stands(700);
  here.passes(300);
  expect(here.lost()).toEqual([]);
});

it('goes on as silence while the microphone says nothing, and is told so within two seconds', () => {
  const here = machine();
  here.passes(1000);
  here.gate.open(here.abs(1000));
  here.passes(1000);
  here.passes(2000, false);
  expect(here.lost().length).toBeGreaterThan(0);
  here.passes(3000, false);
  here.gate.close(here.abs(here.now));
  here.passes(750, false);
  expect(here.closings).toBe(1);
  expect(Math.abs(here.out.length / 48 - 6000)).toBeLessThan(5);
});

it('a page that was held up itself does not take what is on its way for lost', () => {
  const here = machine();
  here.passes(1000);
  here.gate.open(here.abs(1000));
  here.stands(2500);
  here.gate.tick();
  here.brings(1000, 3500);
  here.passes(500);
  expect(here.lost()).toEqual([]);
  expect(Math.round(here.out.length / 48)).toBe(3000);
});

it('begins also where no microphone ever spoke', () => {
  const here = machine();
  here.gate.open(here.abs(0));
  here.passes(2000, false);
  expect(here.reports.filter(({ kind }) => kind === 'opened')).toHaveLength(1);
  here.passes(4000, false);
  here.gate.close(here.abs(here.now));
  here.passes(750, false);
  expect(here.out.length / RATE).toBeGreaterThan(3);
  expect(here.closings).toBe(1);
});

it('pauses cut nothing twice: what goes on begins after what was let through', () => {
  const here = machine();
  here.passes(1000);
  here.gate.open(here.abs(1000));
  here.passes(500);
  here.gate.close(here.abs(1500));
  here.passes(20);
  here.gate.open(here.abs(1200));
  here.passes(500);
  const heard = spoken(here.out);
  expect(heard.every((ms, i) => i === 0 || ms >= heard[i - 1]!)).toBe(true);
});

it('tells about 25 times a second how loud it is, and how late sound comes', () => {
  const here = machine();
  here.passes(1000);
  const told = here.reports.flatMap((report) => (report.kind === 'block' ? [report] : []));
  expect(told.length).toBeGreaterThan(20);
  expect(Math.abs(told.at(-1)!.endMs - here.abs((told.at(-1)!.endFrame * 1000) / RATE))).toBeLessThan(1);
  here.stands(300);
  here.brings(1000, 1300);
  expect(Math.max(...here.reports.map((report) => (report.kind === 'block' ? report.lateMs : 0)))).toBeGreaterThan(200);
});
