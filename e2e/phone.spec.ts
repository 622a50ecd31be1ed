import { expect, test, type Page } from '@playwright/test';
import { PHONE, toFirstSound } from './support/firstSound.ts';
import { asPerson } from './support/people.ts';
import { settled } from './support/settled.ts';

const LESSON = /The rule of twelfths/;

async function openLesson(page: Page): Promise<void> {
  await page.goto('/desk');
  await page.getByRole('link', { name: LESSON }).click();
  await expect(page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
}

/** What is pressed here and is smaller than a fingertip, with its size. Notches on the axis stand where time is: the strip of pages does the same. */
const tooSmall = (page: Page) =>
  page.evaluate(() =>
    [
      ...document.querySelectorAll<HTMLElement>(
        'a, button:not([tabindex="-1"]), select, input:not([type=file]), textarea, [role=slider]',
      ),
    ]
      .filter((one) => one.checkVisibility({ visibilityProperty: true }) && !one.closest('.ob-hidden, p'))
      .map((one) => ({ one, box: (one.closest('label, .mantine-Input-wrapper') ?? one).getBoundingClientRect() }))
      .filter(({ box }) => box.right > 0 && box.width > 1 && (box.height < 43.5 || box.width < 43.5))
      .map(({ one, box }) => `${one.outerHTML.slice(0, 90)} ${box.width.toFixed(0)} × ${box.height.toFixed(0)}`),
  );

test('everything a learner presses on a phone is as large as a fingertip', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'wren.calloway', PHONE);
  await page.goto('/');
  expect(await tooSmall(page)).toEqual([]);
  await openLesson(page);
  expect(await tooSmall(page)).toEqual([]);
  await page.goto('/desk?list=feedback');
  await page.getByRole('link', { name: /Course to steer/ }).click();
  await expect(page.getByText('17 of 20 points', { exact: true })).toBeVisible();
  expect(await tooSmall(page)).toEqual([]);
  await page.goto('/desk');
  await page.getByRole('link', { name: LESSON }).click();
  await page.getByRole('link', { name: 'Go on with the worksheet' }).click();
  await expect(page.getByText('1 of 1')).toBeVisible();
  expect(await tooSmall(page)).toEqual([]);
  await page.goto('/account');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await settled(page);
  expect(await tooSmall(page)).toEqual([]);
  await page.goto('/news');
  await settled(page);
  expect(await tooSmall(page)).toEqual([]);
  await context.close();
});

test('a phone that lies has the lesson and its Play in view', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'maren.voss', { ...PHONE, viewport: { width: 844, height: 390 } });
  await openLesson(page);
  await page.getByRole('button', { name: 'Play', exact: true }).scrollIntoViewIfNeeded();
  await page.evaluate(() => scrollTo(0, 0));
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport({ ratio: 1 });
  await expect(page.locator('canvas[data-layer=page]')).toBeInViewport({ ratio: 0.9 });
  await context.close();
});

test('a lesson that is opened by its link asks little of the line before its first sound', async ({ browser }) => {
  const { context, asked, kilobytes } = await toFirstSound(browser);
  expect(asked.filter((one) => one.startsWith('script')).length).toBeLessThanOrEqual(10);
  expect(asked.length, asked.join('\n')).toBeLessThanOrEqual(42);
  expect(kilobytes).toBeGreaterThan(100);
  expect(kilobytes).toBeLessThanOrEqual(200);
  await context.close();
});

test('F fills the screen with the lesson and gives it back; M lets it be silent; the speed that was chosen is there the next time', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'maren.voss');
  await page.addInitScript(() => {
    const sounds: HTMLAudioElement[] = [];
    const make = document.createElement.bind(document) as (tag: string) => HTMLElement;
    document.createElement = ((tag: string) => {
      const made = make(tag);
      if (made instanceof HTMLAudioElement) sounds.push(made);
      return made;
    }) as typeof document.createElement;
    Object.assign(window, { sounds });
  });
  await openLesson(page);
  await page.keyboard.press('f');
  await expect
    .poll(() => page.evaluate(() => document.fullscreenElement?.getAttribute('aria-label')))
    .toBe('The lesson');
  await page.keyboard.press('f');
  await expect.poll(() => page.evaluate(() => document.fullscreenElement)).toBeNull();
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Sound on' })).toBeVisible();
  const muted = () =>
    page.evaluate(() => (window as unknown as { sounds: HTMLAudioElement[] }).sounds.map((one) => one.muted));
  expect([...new Set(await muted())]).toEqual([true]);
  await page.keyboard.press('m');
  expect([...new Set(await muted())]).toEqual([false]);
  await page.getByLabel('Speed').selectOption('1.5');
  await page.reload();
  await expect(page.getByLabel('Speed')).toHaveValue('1.5');
  await page.getByLabel('Speed').selectOption('1');
  await context.close();
});

test('the end of a session is foretold, and put off by one press', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'maren.voss');
  await page.clock.install();
  await page.goto('/desk');
  // What is still on its way when the time leaps counts as use afterwards.
  await expect(page.getByRole('link', { name: LESSON })).toBeVisible();
  await settled(page);
  const told = page.getByRole('status').filter({ hasText: 'Nothing was done here for a while' });
  await page.clock.fastForward('01:50:00');
  await expect(told).toBeHidden();
  await page.clock.fastForward('00:06:00');
  await expect(told).toContainText(/You are signed out at \d+:\d\d/);
  await page.getByRole('button', { name: 'Stay signed in' }).click();
  await expect(told).toBeHidden();
  await context.close();
});
