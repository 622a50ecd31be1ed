import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test';

export const PASSWORD = 'harbour-light';

/** Signs in through the form. */
export async function signIn(page: Page, name: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
}

/** A browser of its own for a person. */
export async function asPerson(
  browser: Browser,
  name: string,
  how: Parameters<Browser['newContext']>[0] = {},
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext(how);
  const page = await context.newPage();
  await signIn(page, name);
  return { context, page };
}

interface MadeLesson {
  readonly id: string;
  readonly pages: readonly { readonly id: string }[];
}

/** A worked solution with some boards, made for the teacher who is signed in on this page. */
export async function makeLesson(page: Page, title: string, boards = 2): Promise<MadeLesson> {
  const response = await page.request.post('/api/lessons', { data: { kind: 'worked', title, boards } });
  expect(response.status()).toBe(201);
  return (await response.json()) as MadeLesson;
}
