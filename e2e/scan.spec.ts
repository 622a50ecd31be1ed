import { chromium, expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { CHROMIUM, FLAGS } from './support/browser.ts';
import { cameraFile, sheetShape } from './support/cameraFile.ts';
import { PHONE } from './support/firstSound.ts';
import { asPerson, giveCopy } from './support/people.ts';

/** A browser whose camera shows this. */
const withCamera = (what: 'sheet' | 'nothing') =>
  chromium.launch({
    executablePath: CHROMIUM,
    args: [...FLAGS, `--use-file-for-fake-video-capture=${cameraFile(what)}`],
  });

test('a sheet on a table is found by the camera of a phone, cropped, laid flat, and handed in with a second one', async ({
  browser,
  baseURL,
}) => {
  const camera = await withCamera('sheet');
  const { page: teacher, context } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(teacher, 'The rule of twelfths', 'Photographed plans', ['Lio Marchetti'], {
    handIn: true,
  });
  const { page: phone } = await asPerson(camera, 'lio.marchetti', {
    baseURL: baseURL!,
    ...PHONE,
    permissions: ['camera'],
  });
  await phone.goto(`/desk/${id}`);
  await phone.getByRole('button', { name: 'Photograph sheets' }).tap();
  await expect(phone.getByText('A sheet is seen.')).toBeVisible();
  await expectClean(phone);
  await phone.getByRole('button', { name: 'Take this sheet' }).tap();
  const sheet = phone.getByRole('img', { name: 'Sheet 1' });
  await expect(sheet).toBeVisible();
  const shape = await sheet.evaluate((img: HTMLImageElement) => img.naturalWidth / img.naturalHeight);
  expect(Math.abs(shape / sheetShape() - 1)).toBeLessThan(0.03);
  // Its paper is white to the rim, and what is written is dark: it is the sheet and nothing of the table.
  const { corner, dark } = await sheet.evaluate(async (img: HTMLImageElement) => {
    const picture = await createImageBitmap(img);
    const context = new OffscreenCanvas(picture.width, picture.height).getContext('2d')!;
    context.drawImage(picture, 0, 0);
    const { data } = context.getImageData(0, 0, picture.width, picture.height);
    const at = (u: number, v: number) =>
      data[(Math.floor(v * picture.height) * picture.width + Math.floor(u * picture.width)) * 4]!;
    let count = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i]! < 110) count += 1;
    return {
      corner: Math.min(at(0.03, 0.03), at(0.97, 0.03), at(0.97, 0.97), at(0.03, 0.97)),
      dark: (count * 4) / data.length,
    };
  });
  expect(corner).toBeGreaterThan(200);
  expect(dark).toBeGreaterThan(0.01);
  await phone.getByRole('button', { name: 'Take the next sheet' }).tap();
  await expect(phone.getByRole('img', { name: 'Sheet 2' })).toBeVisible();
  await phone.getByRole('button', { name: 'Use these 2' }).tap();
  await expect(phone.getByText('sheet 2.jpg')).toBeVisible();
  await phone.getByRole('button', { name: 'Hand in these 2 files' }).tap();
  await expect(phone.getByRole('heading', { name: 'Handed in' })).toBeVisible();
  await expect(phone.getByRole('img', { name: 'Page 2 of what you handed in' })).toBeVisible();
  await teacher.goto(`/marking/${id}`);
  await expect(teacher.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
  await camera.close();
  await context.close();
});

test('a table without a sheet is told of, and can be photographed as it is', async ({ browser, baseURL }) => {
  const camera = await withCamera('nothing');
  const { page: teacher, context } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(teacher, 'The rule of twelfths', 'A photograph of nothing', ['Bram Tolley'], {
    handIn: true,
  });
  const { page: phone } = await asPerson(camera, 'bram.tolley', {
    baseURL: baseURL!,
    ...PHONE,
    permissions: ['camera'],
  });
  await phone.goto(`/desk/${id}`);
  await phone.getByRole('button', { name: 'Photograph sheets' }).tap();
  await expect(phone.getByText(/^Hold the camera over one sheet/)).toBeVisible();
  await phone.getByRole('button', { name: 'Take this sheet' }).tap();
  await expect(phone.getByText('Sheet 1, the whole picture')).toBeVisible();
  await expectClean(phone);
  await phone.getByRole('button', { name: 'Leave out sheet 1' }).tap();
  await expect(phone.getByRole('button', { name: 'Use it' })).toBeDisabled();
  await camera.close();
  await context.close();
});
