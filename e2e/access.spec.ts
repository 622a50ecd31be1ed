import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, signIn } from './support/people.ts';

test('a lesson is watched with the keyboard alone', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'maren.voss');
  await page.goto('/');
  await page.getByRole('link', { name: /The rule of twelfths/ }).focus();
  await page.keyboard.press('Enter');
  const time = page.getByRole('slider', { name: 'Time in the lesson' });
  await expect(time).toBeVisible();
  const at = async () => Number(await time.getAttribute('aria-valuenow'));
  await page.locator('body').press('Space');
  await expect.poll(at).toBeGreaterThanOrEqual(1);
  await page.locator('body').press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const stood = await at();
  await page.locator('body').press('ArrowRight');
  await expect.poll(at).toBe(stood + 10);
  await page.locator('body').press('+');
  await expect(page.getByLabel('Speed')).toHaveValue('1.25');
  await page.locator('body').press('PageDown');
  await expect.poll(at).toBeGreaterThan(stood + 10);
  await context.close();
});

test('the keys of a screen are shown with a question mark', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons?words=twelfths');
  await page.getByRole('link', { name: 'The rule of twelfths', exact: true }).click();
  await expect(page.getByRole('slider', { name: 'Where the lesson starts' })).toBeVisible();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys on this screen' });
  await expect(keys).toContainText('Ctrl+Shift+Z');
  await expectClean(page);
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
});

test('in the reader’s own colours what is current stands out, and nothing else seems to be', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons?words=twelfths');
  await page.getByRole('link', { name: 'The rule of twelfths', exact: true }).click();
  await expect(page.getByRole('slider', { name: 'Where the lesson starts' })).toBeVisible();
  for (const step of ['Polish', 'Pages', 'Record', 'Assign']) {
    await page.getByRole('link', { name: new RegExp(`^${step} ,`) }).click();
    await expect(page.getByRole('heading', { level: 1, name: new RegExp(`^${step}`) })).toBeAttached();
    const { current, lined } = await page.evaluate(() => {
      const own = (one: Element) => getComputedStyle(one);
      const paper = own(document.body).backgroundColor;
      const isCurrent = '[aria-current]:not([aria-current=false]), [aria-selected=true], [aria-pressed=true]';
      return {
        current: [...document.querySelectorAll(isCurrent)].map((one) => parseFloat(own(one).outlineWidth)),
        lined: [...document.querySelectorAll(`nav a:not(${isCurrent}), [role=tab]:not(${isCurrent})`)]
          .filter((one) => parseFloat(own(one).borderBottomWidth) > 2 && own(one).borderBottomColor !== paper)
          .map((one) => one.textContent),
      };
    });
    expect(current.length).toBeGreaterThanOrEqual(2);
    expect(Math.min(...current)).toBeGreaterThanOrEqual(3);
    expect(lined).toEqual([]);
  }
});
