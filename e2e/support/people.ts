import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { onceKey } from './requests.ts';
import { followRequests } from './settled.ts';

export const PASSWORD = 'harbour-light';

/** Signs in, without a screen: where to go next is for the test to say. */
export async function signIn(page: Page, name: string): Promise<void> {
  const answer = await page.request.post('/api/session', { data: { name, password: PASSWORD } });
  expect(answer.status()).toBe(200);
}

/** Comes in by the front door: through the form, to the first screen. */
export async function comeIn(page: Page, name: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
}

/** A browser of its own for a person, who is signed in and looks at nothing yet. */
export async function asPerson(
  browser: Browser,
  name: string,
  how: Parameters<Browser['newContext']>[0] = {},
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext(how);
  const page = await context.newPage();
  followRequests(page);
  await signIn(page, name);
  return { context, page };
}

interface MadeLesson {
  readonly id: string;
  readonly pages: readonly { readonly id: string }[];
}

/** The id of a lesson of the teacher who is signed in on this page, found by its title: a school has many. */
export async function lessonCalled(page: Page, title: string): Promise<string> {
  const response = await page.request.get(`/api/library?words=${encodeURIComponent(title)}`);
  const { lessons } = (await response.json()) as { lessons: { id: string; title: string }[] };
  const found = lessons.find((one) => one.title === title);
  if (!found) throw new Error(`there is no lesson called ${title}`);
  return found.id;
}

/** Gives a lesson to all of a class for a day, with nothing to hand in; tells the name of what was given. */
export async function give(page: Page, lessonId: string, classId: string, terms: object = {}): Promise<string> {
  const dueAt = new Date(Date.now() + 86_400_000).toISOString();
  const asked = { instructions: '', dueAt, points: null, handIn: false, watchedPercent: 90, workOpens: 'at-once' };
  const to = [{ classId, whom: { all: true, groups: [], learners: [], but: [] } }];
  const response = await page.request.post('/api/assignments', {
    data: { lessonIds: [lessonId], ...asked, to, ...terms },
  });
  expect(response.status()).toBe(201);
  return ((await response.json()) as { id: string }[])[0]!.id;
}

/** A worked solution with some boards, made for the teacher who is signed in on this page. */
export async function makeLesson(page: Page, title: string, boards = 2): Promise<MadeLesson> {
  const response = await page.request.post('/api/lessons', { data: { kind: 'worked', title, boards } });
  expect(response.status()).toBe(201);
  return (await response.json()) as MadeLesson;
}

/** Publishes a lesson of the teacher who is signed in on this page, and waits for the edition; tells its name. */
export async function publish({ request }: Page, lessonId: string): Promise<string> {
  await request.post(`/api/lessons/${lessonId}/editions`, { headers: onceKey() });
  const newest = async () =>
    ((await (await request.get(`/api/lessons/${lessonId}/editions`)).json()) as [{ id: string; state: string }])[0];
  await expect.poll(async () => (await newest()).state, { timeout: 120_000 }).toBe('ready');
  return (await newest()).id;
}

/** Two months. */
const FAR_OFF_MS = 60 * 86_400_000;

/** Publishes a copy of a lesson under a name of its own; gives its id. */
export async function copyLesson(page: Page, from: string, title: string): Promise<string> {
  const copied = await page.request.post(`/api/lessons/${await lessonCalled(page, from)}/copies`);
  const { id } = (await copied.json()) as { id: string };
  const { title: was } = (await (await page.request.get(`/api/lessons/${id}`)).json()) as { title: string };
  await page.request.patch(`/api/lessons/${id}`, { data: { title, was: { title: was } } });
  await publish(page, id);
  return id;
}

/**
 * Gives a copy of a lesson, under a name of its own, to some of a class: others look at the same school, and find on their
 * desks and class pages what they know.
 */
export async function giveCopy(
  page: Page,
  from: string,
  title: string,
  names: readonly string[],
  terms: object = {},
): Promise<string> {
  const lesson = await copyLesson(page, from, title);
  const classes = (await (await page.request.get('/api/classes')).json()) as { id: string; name: string }[];
  const { id } = classes.find(({ name }) => name === 'Navigation 10a')!;
  const { roster } = (await (await page.request.get(`/api/classes/${id}`)).json()) as {
    roster: { id: string; name: string }[];
  };
  const chosen = roster.filter(({ name }) => names.includes(name)).map((one) => one.id);
  expect(chosen).toHaveLength(names.length);
  const to = [{ classId: id, whom: { all: false, groups: [], learners: chosen, but: [] } }];
  // What is due soon stands first on the screens of whoever teaches the class: nothing of theirs is pushed aside.
  const dueAt = new Date(Date.now() + FAR_OFF_MS).toISOString();
  return give(page, lesson, id, { unit: 'Bearings', dueAt, to, ...terms });
}
