import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { draw, lasts, openRoom, record, stopAndSave } from './support/room.ts';
import { ownSchool, type Started } from './support/ownSchool.ts';

/* From an empty database to a lesson that a learner watches, with nothing but what a school has. */
const test = base.extend<{ school: Started }>({
  // eslint-disable-next-line no-empty-pattern -- the test library asks for a pattern
  school: async ({}, use) => {
    const school = await ownSchool('test-school');
    await use(school);
    await school.end();
  },
});
const KEEPER = { name: 'orrin', password: 'a bell in the fog' };

async function enter(page: Page, name: string, password: string): Promise<void> {
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}
/** Chooses a password in place of the one that was given. */
async function settleIn(page: Page, first: string, own: string): Promise<void> {
  await expect(page.getByRole('heading', { name: /^Welcome/ })).toBeVisible();
  await page.getByLabel('Password you have now').fill(first);
  await page.getByLabel('New password', { exact: true }).fill(own);
  await page.getByLabel('New password again').fill(own);
  await page.getByRole('button', { name: 'Use this password' }).click();
}
const freshPage = async (browser: Browser, { url }: Started) => (await browser.newContext({ baseURL: url })).newPage();

test('an empty school is brought to its first published lesson', { tag: '@real-time' }, async ({ browser, school }) => {
  const words = /with these words:\s+([a-z]+(?:-[a-z]+){4})/.exec(school.told)![1]!;
  const keeper = await freshPage(browser, school);
  let first = '';

  await test.step('the first visit begins the school, for whoever has the words', async () => {
    await keeper.goto('/today');
    await expect(keeper.getByRole('heading', { name: 'Your school begins here' })).toBeVisible();
    await expectClean(keeper);
    await keeper.getByRole('button', { name: 'Begin' }).click();
    await expect(keeper.getByText('Type the name of your school')).toBeVisible();
    await keeper.getByLabel('The words that the server wrote').fill('oak oak oak oak oak');
    await keeper.getByLabel('Name of the school').fill('Skerry Quay');
    await keeper.getByLabel('Your name').fill('Orrin Bell');
    await keeper.getByLabel('Name to sign in with').fill(KEEPER.name);
    await keeper.getByLabel('Password', { exact: true }).fill(KEEPER.password);
    await keeper.getByRole('button', { name: 'Begin' }).click();
    await expect(keeper.getByText('These are not the words that the server wrote.')).toBeVisible();
    await keeper.getByLabel('The words that the server wrote').fill(words.replaceAll('-', ' '));
    await keeper.getByRole('button', { name: 'Begin' }).click();
    await expect(keeper.getByRole('dialog', { name: 'Add people' })).toBeVisible();
  });

  await test.step('the keeper adds a teacher and has their first password', async () => {
    await keeper.getByLabel('Names, one on each line').fill('Marrow, Ilse');
    await keeper.getByRole('button', { name: 'Add 1 teacher' }).click();
    await expect(keeper.getByRole('cell', { name: 'ilse.marrow' })).toBeVisible();
    await keeper.getByRole('button', { name: 'More for Ilse Marrow' }).click();
    await keeper.getByRole('menuitem', { name: 'Show the first password' }).click();
    const shown = keeper.getByRole('dialog').getByText(/^[a-z]+(-[a-z]+){3}$/);
    first = (await shown.textContent())!;
    await expectClean(keeper);
    await keeper.getByRole('button', { name: 'Close', exact: true }).last().click();
  });

  await test.step('says when the school has lessons', async () => {
    await keeper.getByRole('link', { name: 'School', exact: true }).click();
    await keeper.getByRole('button', { name: 'Add holidays' }).click();
    await keeper.getByLabel('Called').fill('Winter');
    await keeper.getByLabel('First day').fill('2026-12-21');
    await keeper.getByLabel('Last day').fill('2026-12-20');
    await keeper.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(keeper.getByText('They end before they begin')).toBeVisible();
    await keeper.getByLabel('Last day').fill('2027-01-04');
    await keeper.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(keeper.getByText('Saved', { exact: true })).toBeVisible();
    await keeper.reload();
    await expect(keeper.getByLabel('Called')).toHaveValue('Winter');
    await keeper.getByRole('button', { name: 'Add a term' }).click();
    const term = keeper.getByRole('group', { name: 'Term 1' });
    await term.getByLabel('Called').fill('Autumn');
    await term.getByLabel('First day').fill('2026-09-01');
    await term.getByLabel('Last day').fill('2026-12-18');
    await keeper.getByRole('button', { name: 'Save the terms' }).click();
    await expect(keeper.getByRole('region', { name: 'Terms' }).getByText('Saved', { exact: true })).toBeVisible();
    await expectClean(keeper);
  });

  const teacher = await freshPage(browser, school);
  await test.step('the teacher signs in, makes a class, and pastes its learners', async () => {
    await teacher.goto('/');
    await enter(teacher, 'ilse.marrow', first.replaceAll('-', ' '));
    await settleIn(teacher, first, 'three gulls on a mast');
    await teacher.getByRole('link', { name: 'Classes' }).click();
    await teacher.getByRole('button', { name: 'Make a class' }).click();
    await teacher.getByLabel('Class', { exact: true }).fill('10a');
    await teacher.getByLabel('What it learns').fill('Navigation');
    await teacher.getByRole('button', { name: 'Make it' }).click();
    await teacher.getByRole('button', { name: 'Add learners' }).click();
    await teacher.getByLabel('Names, one on each line').fill('1. Oriel, Tam\n2. Calloway, Wren\n');
    await expect(teacher.getByText('2 learners, from Tam Oriel to Wren Calloway.')).toBeVisible();
    await teacher.getByRole('button', { name: 'Add 2 learners' }).click();
    await expect(teacher.getByText('signs in as wren.calloway')).toBeVisible();
    await expectClean(teacher);
  });

  await test.step('takes one out, has them back, and gets slips for both', async () => {
    await teacher.getByRole('button', { name: 'More for Wren Calloway' }).click();
    await teacher.getByRole('menuitem', { name: 'Take out of this class' }).click();
    await expect(teacher.getByText('signs in as wren.calloway')).toBeHidden();
    await teacher.getByRole('button', { name: 'Undo' }).click();
    await expect(teacher.getByText('signs in as wren.calloway')).toBeVisible();
    const slips = await teacher.getByRole('link', { name: 'Print 2 slips' }).getAttribute('href');
    const pdf = await teacher.request.get(slips!);
    expect([pdf.status(), (await pdf.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
    await teacher.getByRole('button', { name: 'More for Tam Oriel' }).click();
    await teacher.getByRole('menuitem', { name: 'Show the first password' }).click();
    first = (await teacher
      .getByRole('dialog')
      .getByText(/^[a-z]+(-[a-z]+){3}$/)
      .textContent())!;
    await teacher.keyboard.press('Escape');
  });

  await test.step('records a lesson and gives it to the class', async () => {
    await teacher.getByRole('link', { name: 'Today' }).click();
    const made = await teacher.request.post('/api/lessons', {
      data: { kind: 'worked', title: 'How deep at eleven?', boards: 1 },
    });
    const { id } = (await made.json()) as { id: string };
    await openRoom(teacher, id);
    await record(teacher);
    await draw(teacher, [0.2, 0.3], [0.6, 0.5]);
    await lasts(teacher, 2);
    await stopAndSave(teacher);
    await teacher.goto(`/lessons/${id}/assign`);
    await teacher.getByRole('button', { name: 'Publish', exact: true }).click();
    await expect(teacher.getByText(/Ready to watch/)).toBeVisible();
    await teacher.getByLabel('Who', { exact: true }).selectOption({ label: '10a (2 learners)' });
    await teacher.getByLabel('What to do').fill('Watch it.');
    await teacher.getByRole('button', { name: 'Assign' }).click();
    await expect(teacher.getByRole('region', { name: 'Given to' })).toContainText('10a');
  });

  await test.step('a learner comes in by the slip and watches it', async () => {
    const learner = await freshPage(browser, school);
    await learner.goto(`/sign-in#${new URLSearchParams({ name: 'tam.oriel', password: first }).toString()}`);
    await learner.getByRole('button', { name: 'Sign in' }).click();
    await settleIn(learner, first, 'a tide that never turns');
    await learner.getByRole('link', { name: /How deep at eleven/ }).click();
    await learner.getByRole('button', { name: 'Watch', exact: true }).click();
    const time = learner.getByRole('slider', { name: 'Time in the lesson' });
    await expect.poll(async () => Number(await time.getAttribute('aria-valuenow'))).toBeGreaterThanOrEqual(1);
  });

  await test.step('nobody begins it once more', async () => {
    const stranger = await freshPage(browser, school);
    await stranger.goto('/begin');
    await expect(stranger.getByRole('button', { name: 'Sign in' })).toBeVisible();
    await stranger.goto('/sign-in');
    await enter(stranger, KEEPER.name, KEEPER.password);
    await expect(stranger.getByRole('heading', { name: 'People' })).toBeVisible();
  });
});
