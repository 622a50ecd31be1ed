import { expect, test, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { PHONE } from './support/firstSound.ts';
import { asPerson, giveCopy } from './support/people.ts';

const hall = (page: Page) => page.getByRole('region', { name: 'The lesson' });
const more = (page: Page) => page.getByRole('button', { name: 'Less data, print, all in words' });

/** Goes through everything that keys reach, as who hears it does; gives what each is called. */
async function walked(page: Page, from: string, to: RegExp): Promise<readonly string[]> {
  const names: string[] = [];
  await hall(page).getByRole('button', { name: from, exact: true }).focus();
  for (let i = 0; i < 40; i += 1) {
    const name = await page.evaluate(() => {
      const here = document.activeElement as HTMLElement;
      const label = here.getAttribute('aria-label') ?? here.textContent ?? '';
      return `${here.getAttribute('role') ?? here.tagName.toLowerCase()}: ${label.trim()}`;
    });
    names.push(name);
    if (to.test(name)) break;
    await page.keyboard.press('Tab');
  }
  return names;
}

test('who hears a lesson and does not see it finds every part of the player, and is told what comes onto the page', async ({
  browser,
}) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'Course to steer across a stream', 'Heard, not seen', ['Noor Haddow']);
  const { page } = await asPerson(browser, 'noor.haddow');
  await page.goto(`/desk/${id}`);
  await expect(hall(page)).toBeVisible();

  await test.step('the tree says what there is, in the order in which it is used', async () => {
    const tree = await hall(page).ariaSnapshot();
    const order = [
      ...['img "Page 1 of the lesson"', 'button "Watch"', 'status: Paused. Page 1'],
      ...['slider "Time in the lesson"', 'button "Play"', 'button "Ten seconds back"', 'button "Ten seconds on"'],
      ...['combobox "Speed"', 'group "At this moment"', 'navigation "Pages"'],
    ];
    const places = order.map((one) => [one, tree.indexOf(one)] as const);
    for (const [one, place] of places) expect([one, place >= 0]).toEqual([one, true]);
    expect(places.map(([, place]) => place)).toEqual(places.map(([, place]) => place).toSorted((a, b) => a - b));
    const names = await walked(page, 'Watch', /^button: Page 1/);
    expect(names.filter((name) => /: *$/.test(name))).toEqual([]);
    expect(names.at(-1)).toMatch(/^button: Page 1/);
  });

  await test.step('a page is told in words when that is asked for', async () => {
    await more(page).press('Enter');
    await expectClean(page);
    await page.getByRole('slider', { name: 'Time in the lesson' }).press('End');
    await page.keyboard.press('w');
    const said = page.getByRole('region', { name: 'More for this lesson' }).getByRole('status').first();
    await expect(said).toHaveText(/^Page 1\. A board\. /);
    await expect(said).toHaveText(/ \d+ strokes of handwriting, in [a-z, ]+ mostly [a-z ]+\.$/);
    await page.getByRole('slider', { name: 'Time in the lesson' }).press('Home');
    await page.keyboard.press('w');
    await expect(said).toHaveText(/Nothing is written\.$/);
  });

  await test.step('what is written is told while it plays', async () => {
    await page.getByLabel('Tell what is written while it plays').check();
    await page.getByLabel('Speed').selectOption('2.5');
    await hall(page).getByRole('button', { name: 'Play', exact: true }).click();
    await expect(page.getByText(/^Playing\. Page 1$/)).toBeAttached();
    await expect(page.getByText('Writing.', { exact: true })).toBeAttached();
  });
});

test('the pages are printed as they stand at the end', async ({ browser }) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'On paper', ['Noor Haddow']);
  const { page } = await asPerson(browser, 'noor.haddow');
  await page.addInitScript(() => {
    window.print = () => {
      const sizes = Array.from(document.images, ({ naturalWidth, alt }) => `${alt}: ${naturalWidth}`);
      Object.assign(window.top!, { printed: sizes });
      window.dispatchEvent(new Event('afterprint'));
    };
  });
  await page.goto(`/desk/${id}`);
  const pages = await page.getByRole('navigation', { name: 'Pages' }).getByRole('button').count();
  await more(page).click();
  await page.getByRole('button', { name: 'Print the pages' }).click();
  const printed = () => page.evaluate(() => (window as unknown as { printed?: string[] }).printed ?? []);
  await expect.poll(async () => (await printed()).length).toBe(pages);
  expect(await printed()).toEqual(Array.from({ length: pages }, (_, i) => `Page ${i + 1}: 2000`));
  // Nothing of it stays on the screen.
  await expect(page.locator('iframe')).toHaveCount(0);
});

test('on a dear line only the voice is fetched, and that is remembered', async ({ browser }) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'On a dear line', ['Bram Tolley']);
  const { page, context } = await asPerson(browser, 'bram.tolley', PHONE);
  await page.goto(`/desk/${id}`);
  await more(page).tap();
  await page.getByLabel('What is fetched').selectOption('Only the voice');
  await expect(page.getByText('only the voice is fetched')).toBeVisible();
  await expectClean(page);
  await page.close();
  const fresh = await context.newPage();
  const asked: string[] = [];
  fresh.on('request', (request) => asked.push(new URL(request.url()).pathname));
  await fresh.goto(`/desk/${id}`);
  await fresh.getByRole('button', { name: 'Play', exact: true }).tap();
  const slider = fresh.getByRole('slider', { name: 'Time in the lesson' });
  await expect.poll(async () => Number(await slider.getAttribute('aria-valuenow'))).toBeGreaterThan(1);
  expect(asked.filter((path) => /\/pictures\/|\.mp4$/.test(path))).toEqual([]);
  expect(asked.some((path) => path.endsWith('/voice.webm'))).toBe(true);
});

test('questions stand beside the page where there is room, and below it on a phone', async ({ browser }) => {
  const { page: desk } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'Room for questions', ['Kit Larkspur']);
  const { page, context } = await asPerson(browser, 'kit.larkspur', { viewport: { width: 1400, height: 800 } });
  await page.goto(`/desk/${id}`);
  await page.getByRole('button', { name: 'Ask, or see questions' }).click();
  const questions = page.getByRole('region', { name: 'Questions' });
  const stage = page.getByRole('img', { name: /of the lesson$/ });
  const boxes = async () => [(await questions.boundingBox())!, (await stage.boundingBox())!] as const;
  await expect(questions).toBeVisible();
  let [asking, shown] = await boxes();
  expect(asking.x).toBeGreaterThanOrEqual(shown.x + shown.width);
  expect(asking.y).toBeLessThan(shown.y + shown.height);
  await expectClean(page);
  await page.setViewportSize({ width: 390, height: 844 });
  [asking, shown] = await boxes();
  expect(asking.y).toBeGreaterThanOrEqual(shown.y + shown.height);
  await context.close();
});
