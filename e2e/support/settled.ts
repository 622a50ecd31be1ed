import { expect, type Page, type Request } from '@playwright/test';

/** Waits until so many pictures of the screen were painted. */
export const frames = (page: Page, count: number): Promise<void> =>
  page.evaluate(async (left) => {
    for (let i = 0; i < left; i += 1) await new Promise((resolve) => requestAnimationFrame(resolve));
  }, count);

/** What each page that is followed has asked for and not been answered yet. */
const asked = new WeakMap<Page, Set<Request>>();
/**
 * What nobody tells the end of: a line that stays open, what is played, of which a browser fetches as much as it likes,
 * and the script of a worker that is ended before it begins.
 */
const isEndless = (request: Request): boolean =>
  ['eventsource', 'media'].includes(request.resourceType()) || /\.worker-[^/]*\.js$/.test(request.url());

/** Follows what a page asks for from now on, so that it is known when nothing is on its way. */
export function followRequests(page: Page): void {
  const there = new Set<Request>();
  asked.set(page, there);
  page.on('request', (request) => !isEndless(request) && there.add(request));
  const end = (request: Request) => void there.delete(request);
  page.on('requestfinished', end);
  page.on('requestfailed', end);
}

/** Waits until nothing is on its way: what came and was painted asked for nothing more. */
async function answered(page: Page): Promise<void> {
  const there = asked.get(page);
  if (!there) return page.waitForLoadState('networkidle');
  for (;;) {
    await expect.poll(() => [...there].map((one) => `${one.method()} ${one.url()}`), { intervals: [50] }).toEqual([]);
    await frames(page, 3);
    if (there.size === 0) return;
  }
}

/** Waits until nothing on the screen is loading or moving any more: letters are there, pictures shown, motions over. */
export async function settled(page: Page): Promise<void> {
  await answered(page);
  await expect(page.locator('[aria-busy="true"]:visible')).toHaveCount(0);
  await page.evaluate(async () => {
    await document.fonts.ready;
    // A picture that is loaded when it comes into view may never be.
    const pictures = [...document.images].filter((image) => !image.complete && image.loading !== 'lazy');
    await Promise.all(pictures.map((image) => image.decode().catch(() => undefined)));
    const finite = document.getAnimations().filter((one) => one.effect?.getComputedTiming().endTime !== Infinity);
    await Promise.all(finite.map((one) => one.finished.catch(() => undefined)));
  });
  await frames(page, 2);
}
