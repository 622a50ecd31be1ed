import { expect, test, type Browser, type Page } from '@playwright/test';
import { breakableLine } from '../e2e/support/breakableLine.ts';
import { asPerson, giveCopy } from '../e2e/support/people.ts';
import { givenToMany } from './crowd.ts';
import { measured } from './measure.ts';
import { apart, asTimes, joined, randomFrom, type Span } from './spans.ts';
import { untold } from '../e2e/support/untold.ts';

/*
 * What a real browser played, as the browser itself says it of its sound, against what the server counted.
 */
const [LEARNERS, EACH] = [5, 10];
/** Of each viewing, in ms. */
const STEP_MS = 1500;
const STEPS = 6;

/**
 * Keeps what the browser says that its sound has rendered, whatever becomes of the element afterwards. A browser that is
 * busy may take a leap for something that it played: no more is believed than the time since the last look has room for,
 * and inside of such a leap what is heard is told by where the sound stands.
 */
const listen = () => {
  const heard: [number, number][] = [];
  const known = new Map<HTMLMediaElement, { at: number | null; when: number }>();
  const made = document.createElement.bind(document);
  document.createElement = ((name: string, how?: ElementCreationOptions) => {
    const element = made(name, how);
    if (name === 'audio') {
      const media = element as HTMLMediaElement;
      known.set(media, { at: null, when: performance.now() });
      media.addEventListener('seeking', () => (known.get(media)!.at = null));
    }
    return element;
  }) as typeof document.createElement;
  /** What of a range is not heard yet, in seconds. */
  const newIn = (start: number, end: number) =>
    heard.reduce((left, [from, to]) => left - Math.max(0, Math.min(end, to) - Math.max(start, from)), end - start);
  const FASTEST = 2.5;
  const LEEWAY_S = 0.5;
  const look = () => {
    const now = performance.now();
    for (const [element, before] of known) {
      const room = ((now - before.when) / 1000) * FASTEST + LEEWAY_S;
      const { played, currentTime: at, paused, seeking } = element;
      const ranges = Array.from({ length: played.length }, (_, i) => [played.start(i), played.end(i)] as const);
      for (const [start, end] of ranges) if (newIn(start, end) <= room) add(start, end);
      const stood = before.at;
      if (stood !== null && !seeking && at > stood && at - stood <= room) add(stood, at);
      known.set(element, { at: paused || seeking ? null : at, when: now });
    }
  };
  /** Neighbours as one: it grows with what differs, not with time. */
  const add = (start: number, end: number) => {
    heard.push([start, end]);
    heard.sort((a, b) => a[0] - b[0]);
    for (let i = heard.length - 1; i > 0; i -= 1)
      if (heard[i]![0] <= heard[i - 1]![1]) {
        heard[i - 1]![1] = Math.max(heard[i - 1]![1], heard[i]![1]);
        heard.splice(i, 1);
      }
  };
  // What is loaded anew forgets what it played: looked at often, in a clock that no page slows down.
  const clock = new Worker(URL.createObjectURL(new Blob(['setInterval(() => postMessage(0), 50)'])));
  clock.onmessage = look;
  Object.assign(window, { heardSpans: () => (look(), heard.map(([start, end]) => [start, end])) });
};
const heardIn = (page: Page) =>
  page.evaluate(() => (window as unknown as { heardSpans(): [number, number][] }).heardSpans());

/** Does what people do to a lesson for a while; gives what sounded. */
async function viewing(page: Page, random: () => number): Promise<readonly Span[]> {
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const devtools = await page.context().newCDPSession(page);
  for (let i = 0; i < STEPS; i += 1) {
    const what = Math.floor(random() * 7);
    if (what === 0) await slider.press('End').then(() => slider.press('Home'));
    if (what === 1) await slider.click({ position: { x: 40 + Math.floor(random() * 500), y: 20 } });
    if (what === 2)
      await page.getByLabel('Speed').selectOption(['0.5', '1', '1.5', '2', '2.5'][Math.floor(random() * 5)]!);
    if (what === 3) await hide(page, true);
    if (what === 4) await devtools.send('Page.setWebLifecycleState', { state: 'frozen' });
    if (what === 5) await page.context().setOffline(true);
    if (what === 6) await page.getByRole('button', { name: /^(Play|Pause)$/ }).click();
    await new Promise((resolve) => setTimeout(resolve, STEP_MS * (0.5 + random())));
    if (what === 3) await hide(page, false);
    if (what === 4) await devtools.send('Page.setWebLifecycleState', { state: 'active' });
    if (what === 5) await page.context().setOffline(false);
    const play = page.getByRole('button', { name: 'Play', exact: true });
    if (await play.isVisible()) await play.click();
  }
  const pause = page.getByRole('button', { name: 'Pause', exact: true });
  if (await pause.isVisible()) await pause.click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const spans = await heardIn(page);
  await devtools.detach();
  return spans;
}

/** What a browser tells a page that is covered, or seen again. */
const hide = (page: Page, hidden: boolean) =>
  page.evaluate((on) => {
    Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => (on ? 'hidden' : 'visible') });
    Object.defineProperty(document, 'hidden', { configurable: true, get: () => on });
    document.dispatchEvent(new Event('visibilitychange'));
  }, hidden);

interface Told {
  readonly learners: readonly { readonly name: string; readonly ranges: readonly { start: number; end: number }[] }[];
}

test('what sounded in fifty viewings by a real browser is what is counted', async ({ page, browser }) => {
  test.setTimeout(900_000);
  const { lesson, assignment, names } = await givenToMany(page, LEARNERS);
  expect(lesson).not.toBe('');
  const told = async (name: string) => {
    const { learners } = (await (await page.request.get(`/api/watching/assignments/${assignment}`)).json()) as Told;
    const { ranges } = learners.find((one) => one.name === name)!;
    return ranges.map(({ start, end }): Span => [start / 1e6, end / 1e6]);
  };
  const errors = await Promise.all(
    names.map(async (name, i) => {
      const random = randomFrom(20261128 + i * 7919);
      const learner = await asPerson(browser, name);
      const { name: shown } = (await (await learner.page.request.get('/api/session')).json()) as { name: string };
      await learner.page.addInitScript(listen);
      const truth: Span[] = [];
      const found: number[] = [];
      for (let n = 0; n < EACH; n += 1) {
        await learner.page.goto(`/desk/${assignment}`);
        truth.push(...(await viewing(learner.page, random)));
        await expect(learner.page.getByText('is kept here and counted later')).toHaveCount(0);
        await learner.page.goto('/desk');
        await expect.poll(() => untold(learner.page), { timeout: 60_000 }).toEqual([]);
        const counted = await told(shown);
        found.push(apart(counted, truth));
        if (Math.abs(found.at(-1)! - (found.at(-2) ?? 0)) > 1)
          console.log(
            `${name}, viewing ${n + 1}:\n  sounded ${asTimes(joined(truth))}\n  counted ${asTimes(joined(counted))}`,
          );
      }
      await learner.context.close();
      return found;
    }),
  );
  // Each viewing adds to what the ones before it were off by: what one alone is off by is the step.
  const steps = errors.flatMap((all) => all.map((error, i) => Math.abs(error - (all[i - 1] ?? 0))));
  expect(steps).toHaveLength(LEARNERS * EACH);
  measured('coverage.real_error_s', Math.max(...steps), `of ${steps.length} viewings`, '≤ 1');
});

test('a lesson that is kept plays whole with the server gone', async ({ browser, baseURL }) => {
  const share = await keptShare(browser, baseURL!);
  measured('offline.share', share, 'of a lesson', '≥ 1');
});

async function keptShare(browser: Browser, server: string): Promise<number> {
  const line = await breakableLine(server);
  const teacher = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(teacher.page, 'The rule of twelfths', 'Bench: on a train', ['Suvi Aldane'], {
    offline: true,
  });
  const { page, context } = await asPerson(browser, 'suvi.aldane', { baseURL: line.url });
  await page.goto(`/desk/${id}`);
  await page.getByRole('button', { name: /^Keep it for when/ }).click();
  await expect(page.getByText(/^Kept on this device, \d/)).toBeVisible({ timeout: 120_000 });
  line.cut();
  await page.goto('/desk');
  await page.getByRole('link', { name: /Bench: on a train/ }).click();
  await page.getByLabel('Speed').selectOption('2.5');
  await page.getByRole('button', { name: 'Watch', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Watch again' })).toBeVisible({ timeout: 240_000 });
  line.mend();
  await page.goto('/desk');
  const shareOf = async () => {
    const desk = (await (await page.request.get('/api/desk')).json()) as { title: string; share: number }[];
    return desk.find((one) => one.title === 'Bench: on a train')!.share;
  };
  // Nothing plays any more: what is counted now was played without the server.
  await expect.poll(() => untold(page), { timeout: 60_000 }).toEqual([]);
  const share = await shareOf();
  await context.close();
  await teacher.context.close();
  await line.close();
  return share;
}
