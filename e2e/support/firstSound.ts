import { expect, type Browser } from '@playwright/test';
import { asPerson } from './people.ts';

/** What a learner holds in their hands. */
export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/**
 * A lesson opened on a phone by its address, in a page that has nothing yet, until its first sound. Tells what was asked
 * of the line, kind and path, and how many kB of script came, as they travel.
 */
export async function toFirstSound(browser: Browser) {
  const { page: first, context } = await asPerson(browser, 'maren.voss', PHONE);
  await first.goto('/');
  const address = await first.getByRole('link', { name: /The rule of twelfths/ }).getAttribute('href');
  await first.close();
  const page = await context.newPage();
  const asked: string[] = [];
  page.on('request', (request) => asked.push(`${request.resourceType()} ${new URL(request.url()).pathname}`));
  await page.goto(address!);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  const begun = await slider.getAttribute('aria-valuenow');
  await expect.poll(() => slider.getAttribute('aria-valuenow'), { intervals: [20] }).not.toBe(begun);
  const until = [...asked];
  const kilobytes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js'))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize / 1000, 0),
  );
  return { context, asked: until, kilobytes };
}
