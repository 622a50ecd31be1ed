import { expect, type Page } from '@playwright/test';
import { expectClean } from '../support/axe.ts';
import { lessonCalled } from '../support/people.ts';
import { frames } from '../support/settled.ts';

/** A place of the product, what is opened there, and what tells that it is open. */
export interface State {
  readonly name: string;
  readonly at: string | ((page: Page) => Promise<void>);
  /** What is done there before it is looked at. */
  readonly open?: (page: Page) => Promise<unknown>;
  readonly seen: (page: Page) => ReturnType<Page['getByText']>;
  /** What puts things back. */
  readonly after?: (page: Page) => Promise<unknown>;
}

export const press = (name: string | RegExp) => (page: Page) => page.getByRole('button', { name }).first().click();
export const heading = (name: string | RegExp) => (page: Page) => page.getByRole('heading', { name }).first();
/** A step of a lesson, by the lesson's title. */
export const lesson = (title: string, step: string) => async (page: Page) => {
  await page.goto(`/lessons/${await lessonCalled(page, title)}/${step.toLowerCase()}`);
};
export const desk = async (page: Page) => {
  await page.goto('/marking');
  await page.getByRole('link', { name: 'Course to steer across a stream' }).click();
};
/** Whatever is asked of the server at these addresses is refused with these words. */
export const refused =
  (addresses: RegExp, status: number, code: string, detail: string, extra: object = {}) =>
  (page: Page): Promise<unknown> =>
    page.route(addresses, (route) =>
      route.fulfill({ status, contentType: 'application/problem+json', json: { code, detail, ...extra } }),
    );

/** A desk, a phone, and the narrowest screen: 1280 at 400 %. */
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const NARROW = { width: 320, height: 640 };

/** How far the page moves sideways. */
const sideways = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - innerWidth);

/** At another size, once what is drawn to measure is drawn anew. */
async function resized(page: Page, size: { width: number; height: number }): Promise<Page> {
  await page.setViewportSize(size);
  await frames(page, 6);
  return page;
}

/**
 * Goes there, opens it, and looks whether it keeps anyone out: by axe (on a phone as well, where it is used on one), by
 * its heading, and by whether it moves sideways on the narrowest screen.
 */
export async function visit(page: Page, { name, at, open, seen, after }: State, onPhones: boolean): Promise<void> {
  // What the state before left to this page is not this one's.
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.setViewportSize(DESK);
  if (typeof at === 'string') await page.goto(at);
  else await at(page);
  await open?.(page);
  await expect(seen(page)).toBeVisible();
  await expectClean(page);
  await expect(page.getByRole('heading', { level: 1, includeHidden: true }).first()).toBeAttached();
  expect(await sideways(page)).toBeLessThanOrEqual(0);
  if (onPhones) {
    expect(await sideways(await resized(page, PHONE))).toBeLessThanOrEqual(0);
    await expectClean(page);
  }
  expect.soft(await sideways(await resized(page, NARROW)), `${name}, 320 wide`).toBeLessThanOrEqual(0);
  if (!after) return;
  await page.setViewportSize(DESK);
  await after(page);
}
