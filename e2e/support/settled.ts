import { expect, type Page } from '@playwright/test';

/** Waits until so many pictures of the screen were painted. */
export const frames = (page: Page, count: number): Promise<void> =>
  page.evaluate(async (left) => {
    for (let i = 0; i < left; i += 1) await new Promise((resolve) => requestAnimationFrame(resolve));
  }, count);

/** Waits until nothing on the screen is loading or moving any more: letters are there, pictures shown, motions over. */
export async function settled(page: Page): Promise<void> {
  await page.waitForLoadState('networkidle');
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
