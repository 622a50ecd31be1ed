import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { clipFile } from './support/clipFile.ts';
import { asPerson, giveCopy } from './support/people.ts';

const PHONE = { viewport: { width: 390, height: 844 } };
const TABLE = 'hour;depth\n6;1.2\n7;3.4\n';

test('a sound, a film and a file that cannot be shown are handed in from a phone, and heard, seen and saved at the desk', async ({
  browser,
}) => {
  const { page: desk, context } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'Of every kind', ['Lio Marchetti'], { handIn: true });
  const { page, context: own } = await asPerson(browser, 'lio.marchetti', PHONE);
  const table = { name: 'tides.ggb', mimeType: 'application/octet-stream', buffer: Buffer.from(`\0${TABLE}`) };

  await test.step('a program is refused in words, and what is chosen stays', async () => {
    await page.goto(`/desk/${id}`);
    const files = page.getByLabel('Files to hand in');
    await files.setInputFiles([clipFile('said.wav', false), clipFile('shown.mp4', true)]);
    await files.setInputFiles({
      name: 'tides.exe',
      mimeType: 'application/octet-stream',
      buffer: Buffer.from('MZ\0\x01'),
    });
    await page.getByRole('button', { name: 'Hand in these 3 files' }).click();
    await expect(page.getByText(/“tides.exe” is a program/)).toBeVisible();
    await page.getByRole('button', { name: 'Leave out tides.exe' }).click();
    await files.setInputFiles(table);
    await expectClean(page);
  });

  await test.step('the learner hears and saves again what arrived', async () => {
    await page.getByRole('button', { name: 'Hand in these 3 files' }).click();
    await expect(page.getByText(/^Receipt: arrived /)).toBeVisible();
    await expect(page.getByLabel('Sound of page 1, 0:04')).toBeVisible();
    await expect(page.getByLabel('Film of page 2, 0:04')).toBeVisible();
    await expect(page.getByRole('link', { name: /^Save tides\.ggb/ })).toBeVisible();
    const film = page.getByLabel('Film of page 2, 0:04');
    await film.evaluate((element: HTMLVideoElement) => element.play());
    await expect.poll(() => film.evaluate((element: HTMLVideoElement) => element.currentTime)).toBeGreaterThan(0.2);
    await expectClean(page);
  });

  await test.step('the desk plays it on its page, and offers the file', async () => {
    await desk.goto(`/marking/${id}`);
    await expect(desk.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
    await desk.getByRole('button', { name: 'Play the clip' }).click();
    await expect(desk.getByRole('button', { name: 'Stop the clip' })).toBeVisible();
    const [saved] = await Promise.all([
      desk.waitForEvent('download'),
      desk.getByRole('link', { name: /^Save tides\.ggb/ }).click(),
    ]);
    expect(saved.suggestedFilename()).toBe('tides.ggb');
    expect(await readFile(await saved.path(), 'utf8')).toBe(`\0${TABLE}`);
    await expectClean(desk);
  });
  await context.close();
  await own.close();
});
