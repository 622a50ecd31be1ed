import { expect, test as base, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { breakableLine, type BreakableLine } from './support/breakableLine.ts';
import { PHONE } from './support/firstSound.ts';
import { asPerson, giveCopy, PASSWORD } from './support/people.ts';
import { untold } from './support/untold.ts';

const test = base.extend<{ line: BreakableLine }>({
  line: async ({ baseURL }, use) => {
    const line = await breakableLine(baseURL!);
    await use(line);
    await line.close();
  },
});

const FROM = 'From compass to true';
const keepButton = (page: Page) => page.getByRole('button', { name: /^Keep it for when/ });
const isKept = (page: Page) => page.getByText(/^Kept on this device, \d/);
const away = (page: Page) =>
  page.getByText('The school server cannot be reached. This is what you keep on this device');
const storesOf = (page: Page) => page.evaluate(() => caches.keys());
async function shareOf(page: Page, title: string): Promise<number> {
  const desk = (await (await page.request.get('/api/desk')).json()) as { title: string; share: number }[];
  return desk.find((one) => one.title === title)!.share;
}

test('a lesson that is kept is watched on a train, without line or server, and counted afterwards', async ({
  browser,
  line,
}) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, FROM, 'Needle on the train', ['Suvi Aldane'], { offline: true });
  const { page, context } = await asPerson(browser, 'suvi.aldane', { ...PHONE, baseURL: line.url });
  await page.goto(`/desk/${id}`);
  await expect(page.getByText('Only on a device of your own.')).toBeVisible();
  await keepButton(page).tap();
  await expect(isKept(page)).toBeVisible();
  await expectClean(page);
  await page.goto('/desk');
  await expect(page.getByText('kept on this device')).toHaveCount(1);

  line.cut();
  await page.goto('/desk');
  await expect(away(page)).toBeVisible();
  // What cannot be opened now is not offered.
  await expect(page.locator('a[href^="/desk/"]')).toHaveCount(1);
  await expectClean(page);
  await page.getByRole('link', { name: /Needle on the train/ }).tap();
  await page.getByLabel('Speed').selectOption('2.5');
  await page.getByRole('button', { name: 'Watch', exact: true }).tap();
  await expect(page.getByText('What you watch is kept here and counted later.')).toBeVisible();
  await expectClean(page);
  // On to the next train, with the page loaded anew in the middle.
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  const at = async () => Number(await slider.getAttribute('aria-valuenow'));
  await expect.poll(at).toBeGreaterThan(10);
  await page.reload();
  await page.getByRole('button', { name: /^Go on from 0:\d\d$/ }).tap();
  await expect(page.getByRole('button', { name: 'Watch again' })).toBeVisible({ timeout: 180_000 });
  await expect(page.locator('canvas').first()).toBeVisible();

  line.mend();
  await page.goto('/desk');
  await expect(away(page)).toHaveCount(0);
  await expect.poll(() => shareOf(page, 'Needle on the train')).toBeGreaterThan(0.99);
  await expect.poll(() => untold(page)).toEqual([]);

  // Nothing of it stays for whoever comes next.
  await page.getByRole('button', { name: 'Sign out' }).tap();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  expect(await storesOf(page)).toEqual([]);
  line.cut();
  await expect(page.goto('/desk')).rejects.toThrow();
  await context.close();
});

test('what is kept stays shut for others, goes when it is taken back, and is not lost where the device is full', async ({
  browser,
  line,
}) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const who = ['Lio Marchetti'];
  const first = await giveCopy(desk, FROM, 'Needle in the pocket', who, { offline: true });
  const second = await giveCopy(desk, FROM, 'Needle that is too much', who, { offline: true });
  const { page, context } = await asPerson(browser, 'lio.marchetti', { baseURL: line.url });
  await page.goto(`/desk/${first}`);
  await keepButton(page).click();
  await expect(isKept(page)).toBeVisible();

  const devtools = await context.newCDPSession(page);
  await devtools.send('Storage.overrideQuotaForOrigin', { origin: line.url, quotaSize: 1_000 });
  await page.goto(`/desk/${second}`);
  await keepButton(page).click();
  await expect(page.getByText('This device has no room left for it.')).toBeVisible();
  await expectClean(page);
  await devtools.send('Storage.overrideQuotaForOrigin', { origin: line.url });
  // The line breaks on the way: what has come stays, and the rest is brought afterwards.
  line.slow(20_000);
  await page.getByRole('button', { name: 'Go on keeping it' }).click();
  await expect(page.getByText(/^[1-9]\d* of \d+ files/)).toBeVisible();
  line.cut();
  await expect(page.getByText('The line broke. What has come is still here')).toBeVisible();
  line.slow(null);
  line.mend();
  await page.getByRole('button', { name: 'Go on keeping it' }).click();
  await expect(isKept(page)).toBeVisible();
  await page.getByRole('button', { name: 'Remove it from here' }).click();
  await expect(keepButton(page)).toBeVisible();

  // Their session ends elsewhere: once the server has said so, nothing opens without it.
  await page.goto('/desk');
  await expect(page.getByText('kept on this device')).toHaveCount(1);
  await context.clearCookies();
  await page.goto('/desk');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  line.cut();
  await page.goto('/desk');
  await expect(page.getByText('Opening')).toBeVisible();
  await expect(page.getByText('Needle in the pocket')).toHaveCount(0);
  line.mend();

  // The same person finds it again.
  await page.goto('/sign-in');
  await page.getByLabel('Name').fill('lio.marchetti');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('kept on this device')).toHaveCount(1);

  // The teacher takes the leave back on the sheet.
  await desk.goto(`/watched/${first}`);
  const { lessonId } = (await (await desk.request.get(`/api/watching/assignments/${first}`)).json()) as {
    lessonId: string;
  };
  await desk.goto(`/lessons/${lessonId}/assign`);
  await desk.getByRole('button', { name: /^Change: Navigation 10a/ }).click();
  const sheet = desk.getByRole('form', { name: /^Change what/ });
  await sheet.getByRole('switch', { name: /^Learners may keep the lesson/ }).uncheck();
  await sheet.getByRole('button', { name: /^Save/ }).click();
  await expect(sheet).toHaveCount(0);
  await page.goto('/desk');
  await expect(page.getByText('“Needle in the pocket” is kept here no longer')).toBeVisible();
  await expect(page.getByText('· kept on this device')).toHaveCount(0);

  // Somebody else signs in without the first having signed out.
  await page.goto(`/desk/${second}`);
  await keepButton(page).click();
  await expect(isKept(page)).toBeVisible();
  await context.clearCookies();
  await page.goto('/sign-in');
  await page.getByLabel('Name').fill('kit.larkspur');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'On my desk' })).toBeVisible();
  await expect.poll(() => storesOf(page)).toEqual([]);
});
