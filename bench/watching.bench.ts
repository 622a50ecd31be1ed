import { expect, test, type APIRequestContext, type APIResponse, type Page } from '@playwright/test';
import { micros } from '@oakbell/core/clock';
import { cutStretch, type EditList } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { newVisit, WatchReports, type WatchLine } from '../apps/web/src/features/watch/watchReports.ts';
import { fillClass, giveMany, type Run } from '../apps/server/src/testing/manyRows.ts';
import { toFirstSound } from '../e2e/support/firstSound.ts';
import { asPerson, publish, signIn } from '../e2e/support/people.ts';
import { givenToMany, withDatabase } from './crowd.ts';
import { measured, median } from './measure.ts';
import { apart, joined, lengthOf, randomFrom, type Span } from './spans.ts';

const HOUR = 3_600_000;
const VIEWINGS = 1000;
const LEARNERS = 8;
/** Each viewing has its own time in the past, in ms. */
const APART = 25 * 60_000;
const TICK = 250;

/** A programme of one take, as its segments lie: written here once more, so that it is not what is measured. */
interface Axis {
  readonly edition: string;
  readonly segments: readonly Span[];
}
const lengthIn = ({ segments }: Axis): number => segments.reduce((sum, [start, end]) => sum + end - start, 0);
function onTake({ segments }: Axis, [from, to]: Span): readonly Span[] {
  let at = 0;
  return segments.flatMap(([start, end]): Span[] => {
    const [a, b] = [Math.max(from, at) - at + start, Math.min(to, at + end - start) - at + start];
    at += end - start;
    return b > a ? [[a, b]] : [];
  });
}
function onAxis({ segments }: Axis, spans: readonly Span[]): readonly Span[] {
  let at = 0;
  return segments.flatMap(([start, end]) => {
    const here = at;
    at += end - start;
    return spans.flatMap(([from, to]): Span[] => {
      const [a, b] = [Math.max(from, start), Math.min(to, end)];
      return b > a ? [[a - start + here, b - start + here]] : [];
    });
  });
}

/** A line that loses requests, loses answers, and sends twice. */
function badLine(request: APIRequestContext, random: () => number): WatchLine {
  const answered = async (send: () => Promise<APIResponse>) => {
    let answer = await send();
    // Nobody may ask so often: a real viewing takes its time.
    for (; answer.status() === 429; answer = await send())
      await wait(1000 * Number(answer.headers()['retry-after'] ?? 1));
    if (answer.status() >= 300) throw new Error(`${answer.status()} ${await answer.text()}`);
  };
  return {
    async begin({ id, editionId, agoMs }) {
      if (random() < 0.15) return 'away';
      const put = () => request.put(`/api/watching/visits/${id}`, { data: { editionId, agoMs } });
      await answered(put);
      if (random() < 0.15) return 'away';
      return { resumeAt: 0, seen: [] };
    },
    async report(id, { number, plays, position, agoMs }) {
      if (random() < 0.2) return 'away';
      const post = () =>
        request.post(`/api/watching/visits/${id}/reports`, { data: { number, plays, position, agoMs } });
      await answered(post);
      if (random() < 0.2) await answered(post);
      return random() < 0.15 ? 'away' : 'counted';
    },
  };
}

/** One device that plays, seeks, changes its speed, is hidden; what it really played is told beside. */
class Device {
  readonly truth: Span[] = [];
  readonly #reports: WatchReports;
  #virtual: number | null;
  #time: number;
  #speed = 1;

  constructor(
    readonly axis: Axis,
    line: WatchLine,
    begun: number,
    private readonly random: () => number,
  ) {
    this.#virtual = begun;
    this.#time = Math.floor(random() * lengthIn(axis) * 0.8);
    // What is played is told for the moment at which it was; what is sent is sent now.
    const clock = () => this.#virtual ?? Date.now();
    this.#reports = new WatchReports(newVisit(axis.edition, 'bench', begun), line, clock, { keep: () => undefined });
  }

  /** Plays for a tick of the clock, or does what people do. */
  tick(now: number): void {
    this.#virtual = now;
    const isHidden = this.random() < 0.05;
    const leapt = this.random() < 0.03;
    if (this.random() < 0.02) this.#speed = [0.5, 1, 1.5, 2, 2.5][Math.floor(this.random() * 5)]!;
    if (leapt) this.#time = Math.floor(this.random() * lengthIn(this.axis));
    else {
      const from = this.#time;
      this.#time = Math.min(lengthIn(this.axis), from + TICK * 1000 * this.#speed);
      if (!isHidden && !this.#wasHidden && this.#time > from) this.truth.push([from, this.#time]);
    }
    this.#wasHidden = isHidden;
    this.#reports.log.tick({ time: this.#time, now, speed: this.#speed, counts: !isHidden, leapt });
  }
  #wasHidden = true;

  async send(): Promise<void> {
    this.#reports.hold(this.#time);
    const then = this.#virtual;
    this.#virtual = null;
    await this.#reports.sendHeld();
    this.#virtual = then;
  }
}

interface Watched {
  readonly length: number;
  readonly learners: readonly { readonly name: string; readonly ranges: readonly { start: number; end: number }[] }[];
}

test('what was watched is told to the microsecond, over a thousand viewings', async ({ page, browser }) => {
  test.setTimeout(900_000);
  const { lesson, assignment, edition, names } = await givenToMany(page, LEARNERS);
  const random = randomFrom(20261128);
  const agents: { readonly name: string; readonly request: APIRequestContext; close(): Promise<void> }[] = [];
  for (const name of names) {
    const { context } = await asPerson(browser, name);
    agents.push({ name, request: context.request, close: () => context.close() });
  }
  const told = async () => {
    const answer = await page.request.get(`/api/watching/assignments/${assignment}`);
    return (await answer.json()) as Watched;
  };
  const shownNames = new Map<string, string>();
  for (const { name, request } of agents)
    shownNames.set(name, ((await (await request.get('/api/session')).json()) as { name: string }).name);
  // It has been there for weeks: what was watched meanwhile comes late.
  const backdate = (id: string) =>
    withDatabase((c) => c.query('UPDATE edition SET createdAt = NOW(3) - INTERVAL 29 DAY WHERE id = ?', [id]));
  const axisOf = async (id: string): Promise<Axis> => {
    await backdate(id);
    const { edits } = (await (await page.request.get(`/api/lessons/${lesson}`)).json()) as { edits: EditList };
    return {
      edition: id,
      segments: edits.segments.map(({ start, end }) => [start, end] as const),
    };
  };
  let axis = await axisOf(edition);
  const truths = new Map<string, Span[]>(names.map((name) => [name, []]));
  let worst = 0;
  const begun = Date.now() - VIEWINGS * APART - HOUR;
  for (let i = 0; i < VIEWINGS; i += 1) {
    const { name, request } = agents[i % agents.length]!;
    // Halfway a piece is cut out of the lesson, and it is published anew.
    if (i === VIEWINGS / 2) axis = await axisOf(await publishedAnew(page, lesson));
    const at = begun + i * APART;
    const devices = Array.from(
      { length: random() < 0.3 ? 2 : 1 },
      () => new Device(axis, badLine(request, random), at, random),
    );
    const ticks = 20 + Math.floor(random() * 220);
    for (let n = 1; n <= ticks; n += 1) {
      for (const device of devices) device.tick(at + n * TICK);
      if (n % 40 === 0) for (const device of devices) await device.send();
    }
    for (const device of devices) {
      // The page is closed while some of it was not told; it comes with the next visit.
      for (let tries = 0; tries < 60; tries += 1) await device.send();
      truths.get(name)!.push(...device.truth.flatMap((span) => onTake(axis, span)));
      truths.set(name, [...joined(truths.get(name)!)]);
    }
    if (i % 50 !== 49) continue;
    const { learners } = await told();
    for (const one of names) {
      const ranges = learners.find((learner) => learner.name === shownNames.get(one))?.ranges ?? [];
      const seen = ranges.map(({ start, end }): Span => [start, end]);
      worst = Math.max(worst, apart(seen, onAxis(axis, truths.get(one)!)) / 1e6);
    }
  }
  for (const truth of truths.values()) expect(lengthOf(truth)).toBeGreaterThan(60e6);
  measured('coverage.error_s', worst, `of ${VIEWINGS} viewings`, '≤ 0');
  for (const { close } of agents) await close();
});

async function publishedAnew(page: Page, lesson: string): Promise<string> {
  const { revision, edits } = (await (await page.request.get(`/api/lessons/${lesson}`)).json()) as {
    revision: number;
    edits: EditList;
  };
  const cut = cutStretch(edits, { start: micros(100e6), end: micros(160e6) }, randomUUID);
  expect((await page.request.post(`/api/lessons/${lesson}/changes`, { data: { revision, do: [cut] } })).status()).toBe(
    200,
  );
  return publish(page, lesson);
}

test('Watched of a lesson grows no faster than its class', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  await withDatabase(async (connection) => {
    const run: Run = async (sql, values) => (await connection.query(sql, [...values]))[0] as unknown[];
    const id = async (sql: string) => ((await run(sql, [])) as { id: string }[])[0]!.id;
    const crowd = {
      teacherId: await id("SELECT id FROM person WHERE signInName = 'ilse.marrow'"),
      learnerId: await id("SELECT id FROM person WHERE signInName = 'tam.oriel'"),
      classId: await id(
        "SELECT m.classId AS id FROM membership m JOIN person p ON p.id = m.personId WHERE p.signInName = 'tam.oriel'",
      ),
    };
    const assignment = await giveMany(run, crowd, 1);
    const time = async () => {
      const times: number[] = [];
      for (let i = 0; i < 9; i += 1) {
        const begun = performance.now();
        expect((await page.request.get(`/api/watching/assignments/${assignment}`)).status()).toBe(200);
        times.push(performance.now() - begun);
      }
      return median(times);
    };
    await fillClass(run, crowd, assignment, 300);
    const few = await time();
    await fillClass(run, crowd, assignment, 2700);
    measured('watched.growth', (await time()) / few, `× ${Math.round(few)} ms`, '≤ 12');
  });
});

test('what a lesson asks of the line before its first sound', async ({ browser }) => {
  const { context, kilobytes } = await toFirstSound(browser);
  measured('watch.route_js_gzip_kB', kilobytes, 'kB', '≤ 200');
  await context.close();
});
