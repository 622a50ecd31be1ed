import { expect, test, type Browser, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { makeLesson, signIn } from './support/people.ts';
import { alarm, draw, inkOnStage, openRoom, record, stopAndSave } from './support/room.ts';

/** The same school by another HTTP process: the room is at one, its devices at the other. */
const SECOND = process.env['OAKBELL_SECOND_URL'] ?? process.env['OAKBELL_URL'];

async function withCode(page: Page, title: string): Promise<string> {
  const { id } = await makeLesson(page, title, 1);
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  const code = (await page.getByLabel(/^Code /).textContent())!;
  await page.keyboard.press('Escape');
  return code;
}

async function joining(browser: Browser, code: string, baseURL = SECOND!) {
  const context = await browser.newContext({ baseURL, viewport: { width: 390, height: 844 }, hasTouch: true });
  const pad = await context.newPage();
  await pad.goto('/companion');
  await pad.getByLabel('Code').fill(code);
  await pad.getByRole('button', { name: 'Join' }).click();
  return { pad, context };
}

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

test(
  'a device at another process is let in, writes, finds its room again, and is cut off',
  { tag: '@real-time' },
  async ({ page, browser }) => {
    const code = await withCode(page, 'Let in');
    const { pad, context } = await joining(browser, code);
    await expect(pad.getByText('Waiting for the teacher’s yes')).toBeVisible();
    await expectClean(pad);
    await expect(alarm(page, 'asks to write. Is it yours?')).toBeVisible();
    await expectClean(page);
    await alarm(page, 'asks to write').getByRole('button', { name: 'Let in' }).click();
    await expect(pad.getByText('Ready: writing counts once it records')).toBeVisible();
    await record(page);
    await expect(pad.getByText('Recording', { exact: true })).toBeVisible();
    await draw(pad, [0.2, 0.3], [0.7, 0.3], 20);
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(100);
    // A page that is loaded again is let in already.
    await pad.reload();
    await expect(pad.getByText('Recording', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Pen · 1 device' }).click();
    await page.getByRole('button', { name: 'Cut off' }).click();
    await expect(pad.getByText('The teacher ended this device’s part')).toBeVisible();
    await page.keyboard.press('Escape');
    await stopAndSave(page);
    await context.close();
  },
);

test('a device that is refused sees nothing of the lesson', async ({ page, browser }) => {
  const code = await withCode(page, 'Refused');
  const { pad, context } = await joining(browser, code);
  await alarm(page, 'asks to write').getByRole('button', { name: 'Refuse' }).click();
  await expect(pad.getByText('The teacher ended this device’s part')).toBeVisible();
  await expect(alarm(page, 'asks to write')).toBeHidden();
  await pad.reload();
  await expect(pad.getByText('The room cannot be found any more')).toBeVisible();
  await pad.getByRole('button', { name: 'Join another room' }).click();
  await expect(pad.getByLabel('Code')).toBeVisible();
  await context.close();
});

test('a device on which nothing is written for long is let go, and the room says so', async ({ page, browser }) => {
  const code = await withCode(page, 'Idle');
  // Where nobody is waited for as long.
  const { pad, context } = await joining(browser, code, test.info().project.use.baseURL);
  await alarm(page, 'asks to write').getByRole('button', { name: 'Let in' }).click();
  await expect(page.getByRole('button', { name: 'Pen · 1 device' })).toBeVisible();
  await expect(pad.getByText('Nothing was written here for a long time')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pen', exact: true })).toBeVisible();
  await context.close();
});
