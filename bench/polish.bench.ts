import { test } from '@playwright/test';
import {
  inMemory,
  integratedLoudness,
  joinedSound,
  keepInMemory,
  levelsOf,
  master,
  peaksOf,
  quietStretches,
  samplesOf,
  truePeak,
} from '@oakbell/core/audio';
import { fromMillis, fromSeconds, micros, type TimeRange } from '@oakbell/core/clock';
import {
  applyEdit,
  cutStretch,
  insertCard,
  invertEdit,
  layOver,
  movePart,
  parseEditList,
  playAt,
  programmeOf,
  programmeTimeOf,
  putBack,
  seamsOf,
  speakOver,
  splitAt,
  sourceTimeAt,
  type Edit,
  type EditList,
} from '@oakbell/core/edits';
import { analyseTake } from '@oakbell/core/log';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { scripted, type ScriptLine } from '../e2e/support/scriptedTake.ts';
import { RATE, samplesInWav } from '../e2e/support/sound.ts';
import { SPOKEN } from '../e2e/support/speech.ts';
import { measured, median } from './measure.ts';

const s = fromSeconds;
/** Numbers from 0 to 1, the same in every run. */
function randomness(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** Voices that speak without a pause, so that a gap is where we put it. */
function voices(): readonly Float32Array[] {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-voices-'));
  try {
    return ['slt', 'rms', 'awb', 'kal16'].map((voice) => {
      const wav = join(folder, `${voice}.wav`);
      execFileSync('flite', ['-voice', voice, '-t', SPOKEN, '-o', wav]);
      return pressed(samplesInWav(readFileSync(wav)));
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
/** A voice without anything quieter than a breath, at a speaker's level. */
function pressed(samples: Float32Array): Float32Array {
  const hop = RATE / 100;
  const kept: number[] = [];
  for (let at = 0; at + hop <= samples.length; at += hop) {
    const piece = samples.subarray(at, at + hop);
    if (piece.some((x) => Math.abs(x) > 0.03)) kept.push(...piece);
  }
  return Float32Array.from(kept, (x) => x * 0.6);
}

interface Heard {
  readonly samples: Float32Array;
  readonly gaps: readonly TimeRange[];
}
/** Speech with gaps of 1 to 4 s at known places, in a room of −45 dBFS with key clicks now and then. */
function withGaps(voice: Float32Array, seed: number): Heard {
  const next = randomness(seed);
  const gaps: TimeRange[] = [];
  const pieces: Float32Array[] = [];
  let [at, from] = [0, 0];
  for (let i = 0; i < 25; i += 1) {
    const spoken = Math.round((1.5 + next() * 3) * RATE);
    const piece = Float32Array.from({ length: spoken }, (_, n) => voice[(from + n) % voice.length]!);
    from += spoken;
    const rest = Math.round((1 + 0.05 + next() * 3) * RATE);
    gaps.push({ start: s((at + spoken) / RATE), end: s((at + spoken + rest) / RATE) });
    pieces.push(piece, new Float32Array(rest));
    at += spoken + rest;
  }
  const samples = new Float32Array(at);
  let place = 0;
  for (const piece of pieces) {
    samples.set(piece, place);
    place += piece.length;
  }
  const room = 10 ** (-45 / 20) * Math.sqrt(3);
  for (let i = 0; i < samples.length; i += 1) samples[i]! += (next() * 2 - 1) * room;
  // A key is pressed every second or so: 15 ms of noise.
  for (let i = 0; i < samples.length; i += Math.round((0.6 + next()) * RATE)) {
    for (let n = 0; n < RATE * 0.015 && i + n < samples.length; n += 1) samples[i + n]! += (next() * 2 - 1) * 0.2;
  }
  return { samples, gaps };
}

test('quiet stretches are found where they are, and nowhere else', () => {
  test.setTimeout(240_000);
  let [found, right, known, caught] = [0, 0, 0, 0];
  const edges: number[] = [];
  voices().forEach((voice, i) => {
    const { samples, gaps } = withGaps(voice, 11 + i);
    const quiet = quietStretches(levelsOf(samples, RATE), { shortest: fromMillis(1000) });
    const matches = (a: TimeRange, b: TimeRange) => Math.min(a.end, b.end) - Math.max(a.start, b.start) > 500_000;
    found += quiet.length;
    known += gaps.length;
    right += quiet.filter((one) => gaps.some((gap) => matches(one, gap))).length;
    for (const gap of gaps) {
      const one = quiet.find((stretch) => matches(stretch, gap));
      if (!one) continue;
      caught += 1;
      edges.push(Math.abs(one.start - gap.start) / 1000, Math.abs(one.end - gap.end) / 1000);
    }
  });
  measured('quiet.precision', right / found, '', '≥ 0.98');
  measured('quiet.recall', caught / known, '', '≥ 0.98');
  edges.sort((a, b) => a - b);
  measured('quiet.edge_ms', edges[Math.floor(edges.length * 0.95)]!, 'ms', '≤ 80');
});

test('what was written without a word is found', () => {
  test.setTimeout(240_000);
  const next = randomness(5);
  let [known, caught] = [0, 0];
  for (let lesson = 0; lesson < 6; lesson += 1) {
    const lines: ScriptLine[] = [];
    for (let i = 0; i < 8; i += 1) {
      lines.push({ does: 'speaks', seconds: 2 + Math.round(next() * 3) });
      lines.push({ does: 'writes in silence', seconds: 4 + Math.round(next() * 8) });
      if (next() < 0.5) lines.push({ does: 'speaks and writes', seconds: 3 });
    }
    const take = scripted([...lines, { does: 'speaks', seconds: 2 }], ['p']);
    const quiet = quietStretches(levelsOf(take.samples, RATE), { shortest: fromMillis(1000) });
    const { silentWriting } = analyseTake(take.events, quiet, s(take.seconds));
    for (const written of take.where('writes in silence')) {
      known += 1;
      const covered = silentWriting.reduce(
        (sum, one) => sum + Math.max(0, Math.min(one.end, written.end) - Math.max(one.start, written.start)),
        0,
      );
      if (covered > (written.end - written.start) * 0.7) caught += 1;
    }
  }
  measured('writing.recall', caught / known, '', '≥ 0.95');
});

test('ten takes from −40 to −8 LUFS reach the target', async () => {
  test.setTimeout(240_000);
  const [voice] = voices();
  const samples = Float32Array.from({ length: RATE * 30 }, (_, i) => voice![i % voice!.length]!);
  const own = integratedLoudness(samples, RATE);
  let [worst, peak, apart] = [0, -Infinity, 0];
  for (let i = 0; i < 10; i += 1) {
    const wanted = -40 + (32 * i) / 9;
    const gain = 10 ** ((wanted - own) / 20);
    const take = samples.map((x) => Math.max(-1, Math.min(1, x * gain)));
    const mastered = await samplesOf(await keepInMemory((await master(inMemory(take), RATE)).blocks()));
    worst = Math.max(worst, Math.abs(integratedLoudness(mastered, RATE) + 16));
    peak = Math.max(peak, 20 * Math.log10(truePeak(mastered)));
    apart = Math.max(apart, Math.abs(integratedLoudness(take, RATE) - loudnessByFfmpeg(take)));
  }
  measured('loudness.error_lu', worst, 'LU', '≤ 0.5');
  measured('loudness.true_peak', peak, 'dBTP', '≤ -1');
  measured('loudness.vs_ffmpeg_lu', apart, 'LU', '≤ 0.1');
});

function loudnessByFfmpeg(samples: Float32Array): number {
  const input = Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength);
  const args = ['-hide_banner', '-nostats', '-f', 'f32le', '-ar', `${RATE}`, '-ac', '1', '-i', 'pipe:0'];
  // What it measured stands in what it says beside the sound.
  const said = execFileSync('sh', ['-c', `ffmpeg ${args.join(' ')} -af ebur128 -f null - 2>&1`], {
    input,
    maxBuffer: 1 << 28,
  }).toString();
  return Number(/I:\s+(-?[\d.]+) LUFS/.exec(said.slice(said.lastIndexOf('Summary')))![1]);
}

test('a moment is found as fast among two thousand operations as among twenty', () => {
  const cost = (operations: number): number => {
    const next = randomness(3);
    let names = 0;
    let edits: EditList = { version: 2, segments: [{ id: 'a', takeId: 't', start: s(0), end: s(3600) }] };
    for (let i = 0; i < operations; i += 1) {
      const { length } = programmeOf(edits);
      const at = Math.round(next() * (length - 1e6));
      const edit = cutStretch(edits, { start: micros(at), end: micros(at + 200_000) }, () => `n${(names += 1)}`);
      const applied = edit && applyEdit(edits, edit);
      if (applied?.ok) edits = applied.edits;
    }
    const programme = programmeOf(edits);
    const costs: number[] = [];
    for (let round = 0; round < 60; round += 1) {
      const begun = process.hrtime.bigint();
      for (let i = 0; i < 500; i += 1) {
        const moment = sourceTimeAt(programme, micros(next() * programme.length))!;
        programmeTimeOf(programme, moment);
      }
      costs.push(Number(process.hrtime.bigint() - begun));
    }
    return median(costs.slice(20));
  };
  cost(20);
  const [few, many] = [cost(20), cost(2000)];
  measured('edits.growth', many / few, '', '≤ 2');
});

test('ten thousand random sequences of edits hold together', () => {
  test.setTimeout(600_000);
  const next = randomness(17);
  let names = 0;
  const newId = () => `n${(names += 1)}`;
  const first: EditList = {
    version: 2,
    segments: [
      { id: 'a', takeId: 't1', start: s(2), end: s(12) },
      { id: 'b', takeId: 't2', start: s(0), end: s(6) },
    ],
  };
  let held = 0;
  const ROUNDS = 10_000;
  for (let round = 0; round < ROUNDS; round += 1) {
    let edits = first;
    const done: Edit[] = [];
    for (let i = 0; i < 8; i += 1) {
      const { length } = programmeOf(edits);
      const at = micros(next() * Math.max(1, length));
      const range = { start: at, end: micros(at + next() * 2e6) };
      const seams = seamsOf(edits);
      const edit = [
        () => cutStretch(edits, range, newId),
        () => splitAt(edits, at, newId),
        () => movePart(edits, Math.floor(next() * edits.segments.length), next() < 0.5 ? 1 : -1),
        () => (seams.length > 0 ? putBack(edits, seams[Math.floor(next() * seams.length)]!) : null),
        () => playAt(edits, range, { speed: 1 + Math.floor(next() * 8), sound: { kind: 'room' } }, newId),
        () => speakOver(edits, range, { takeId: 't3', from: micros(next() * 1e6) }, newId),
        () => insertCard(edits, at, { title: 'Card', line: '', ground: 'oak' }, micros(1 + next() * 3e6), newId),
        () => layOver(edits, closeUp(`z${Math.floor(next() * 5)}`, range)),
      ][Math.floor(next() * 8)]!();
      const applied = edit && applyEdit(edits, edit);
      if (!edit || !applied?.ok) continue;
      edits = applied.edits;
      done.push(edit);
    }
    if (holdsTogether(edits) && isUndone(edits, done, first)) held += 1;
  }
  measured('edits.algebra', held / ROUNDS, 'of 10,000', '≥ 1');
});

const closeUp = (id: string, { start, end }: TimeRange) =>
  ({
    id,
    kind: 'close-up',
    takeId: 't1',
    start,
    end: micros(end + 1),
    view: { x: 0, y: 0, width: 800 },
    ease: micros(400_000),
  }) as const;

/** No gap, no overlap, a mapping that never goes back within a part, and the same list after JSON. */
function holdsTogether(edits: EditList): boolean {
  const programme = programmeOf(edits);
  const isWhole = programme.starts.every((start, i) => i === 0 || start > programme.starts[i - 1]!);
  let before = { sourceId: '', time: -1 };
  let rises = true;
  for (let time = 0; time < programme.length; time += 333_333) {
    const place = sourceTimeAt(programme, micros(time))!;
    const back = programmeTimeOf(programme, place);
    rises &&= back !== null && back <= time;
    const isSamePart = before.sourceId === place.sourceId && programme.segments.length === 1;
    rises &&= !isSamePart || place.time >= before.time;
    before = place;
  }
  const again = parseEditList(JSON.parse(JSON.stringify(edits)));
  return isWhole && rises && isDeepStrictEqual(again, edits);
}

function isUndone(edits: EditList, done: readonly Edit[], first: EditList): boolean {
  let now = edits;
  for (const edit of (JSON.parse(JSON.stringify(done)) as Edit[]).toReversed()) {
    const applied = applyEdit(now, invertEdit(edit));
    if (!applied.ok) return false;
    now = applied.edits;
  }
  return isDeepStrictEqual(now, first);
}

test('a take of fifteen minutes is looked through', () => {
  test.setTimeout(240_000);
  const [voice] = voices();
  const SECONDS = 15 * 60;
  const samples = Float32Array.from(
    { length: RATE * SECONDS },
    (_, i) => voice![i % voice!.length]! * (i % (RATE * 20) < RATE * 15 ? 1 : 0.001),
  );
  const { events } = scripted([{ does: 'writes in silence', seconds: 300 }], ['p']);
  const runs: number[] = [];
  for (let i = 0; i < 3; i += 1) {
    const begun = process.hrtime.bigint();
    peaksOf(samples, RATE);
    integratedLoudness(samples, RATE);
    analyseTake(events, quietStretches(levelsOf(samples, RATE), { shortest: fromMillis(1000) }), s(SECONDS));
    runs.push(Number(process.hrtime.bigint() - begun) / 1e9);
  }
  measured('analysis.speed', SECONDS / median(runs), '× real time', '≥ 500');
});

test('no join stands out', async () => {
  test.setTimeout(240_000);
  const [voice] = voices();
  const next = randomness(29);
  const samples = Float32Array.from({ length: RATE * 240 }, (_, i) => voice![i % voice!.length]!);
  const segments = Array.from({ length: 201 }, (_, i) => {
    const start = micros(next() * 230e6);
    return { id: `s${i}`, takeId: 't', start, end: micros(start + 400_000 + next() * 600_000) };
  });
  const edits: EditList = { version: 2, segments };
  const take = { sound: inMemory(samples), quiet: [] };
  const sound = await samplesOf(await joinedSound(edits, () => Promise.resolve(take), RATE));
  const programme = programmeOf(edits);
  // A click is a sudden step: the energy of the difference between samples, in 2 ms at the join against 200 ms around.
  const steps = Float32Array.from(sound, (x, i) => (i === 0 ? 0 : x - sound[i - 1]!));
  const energy = (from: number, to: number) => {
    let sum = 0;
    for (let i = Math.max(0, from); i < Math.min(steps.length, to); i += 1) sum += steps[i]! ** 2;
    return sum / (to - from);
  };
  const loudestNear = (at: number) => {
    let most = 1e-12;
    for (let from = at - RATE / 10; from < at + RATE / 10; from += RATE / 500) {
      if (Math.abs(from + RATE / 1000 - at) > RATE / 100) most = Math.max(most, energy(from, from + RATE / 500));
    }
    return most;
  };
  let worst = -Infinity;
  for (const start of programme.starts.slice(1)) {
    const at = Math.round((start / 1e6) * RATE);
    worst = Math.max(worst, 10 * Math.log10(energy(at - RATE / 1000, at + RATE / 1000) / loudestNear(at)));
  }
  measured('join.click_db', worst, 'dB', '≤ 6');
});
