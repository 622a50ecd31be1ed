import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { newClass } from './support/classes.ts';
import { asPerson, copyLesson, give, publish } from './support/people.ts';
import { onceKey } from './support/requests.ts';
import { lasts } from './support/room.ts';
import { settled } from './support/settled.ts';

/** Says of the first of a class, on the page of the class, that they need captions. */
async function needsCaptions(page: Page, classId: string): Promise<void> {
  await page.goto(`/classes/${classId}`);
  await page.getByRole('button', { name: 'More for Learner 01' }).click();
  await page.getByRole('menuitem', { name: 'What they need …' }).click();
  await page.getByRole('dialog').getByRole('checkbox', { name: 'Captions' }).check();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('needs captions')).toBeVisible();
}

interface Line {
  readonly takeId: string;
  readonly start: number;
  readonly end: number;
  readonly text: string;
}
const linesOf = async ({ request }: Page, lesson: string): Promise<readonly Line[]> =>
  ((await (await request.get(`/api/lessons/${lesson}/captions`)).json()) as { lines: Line[] }).lines;

/** Takes away what is typed: a voice keeps it in every lesson that plays it, and so from one run to the next. */
async function typeNothing(page: Page, lesson: string): Promise<void> {
  const lines = (await linesOf(page, lesson)).map(({ text, ...line }) => ({ ...line, text: null, was: text }));
  expect((await page.request.put(`/api/lessons/${lesson}/captions`, { data: { lines } })).status()).toBe(204);
}

/** Types what is said with keys alone: each stretch is heard, typed, and gone on from. */
async function typeAll(page: Page): Promise<number> {
  const captions = page.getByRole('region', { name: 'Captions' });
  const fields = captions.getByLabel(/^Said at/);
  await expect(fields.first()).toBeFocused();
  const count = await fields.count();
  for (let i = 0; i < count; i += 1) {
    await expect(fields.nth(i)).toBeFocused();
    await page.keyboard.type(`These are the words of part ${i + 1}.`);
    await page.keyboard.press('Enter');
  }
  await expect(captions.getByRole('status').first()).toHaveText(/All that is said is typed/);
  return count;
}

test('what is said is typed with keys alone, and a learner who needs captions has them on a phone from the beginning', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  const { id: classId, learners } = await newClass(page, browser, 1);
  await needsCaptions(page, classId);
  const title = `Said in writing ${randomUUID().slice(0, 4)}`;
  const lesson = await copyLesson(page, 'The rule of twelfths', title);
  await typeNothing(page, lesson);
  const assignment = await give(page, lesson, classId);

  // Whoever gives it is told who needs them.
  const sheet = page.getByRole('form', { name: 'Give it to a class' });
  const toType = sheet.getByText('Learner 01 needs captions. Nothing that is said here is typed yet.');
  const chooseClass = async () => {
    await page.goto(`/lessons/${lesson}/assign`);
    await sheet.getByLabel('Who', { exact: true }).selectOption(classId);
    await expect(sheet.getByRole('button', { name: /has it$/ })).toBeVisible();
  };
  await chooseClass();
  await expect(toType).toBeVisible();
  await expectClean(page);
  await expect(sheet.getByRole('link', { name: 'Type them' })).toHaveAttribute(
    'href',
    `/lessons/${lesson}/polish/captions`,
  );

  await page.goto(`/lessons/${lesson}/polish`);
  await page.getByRole('tab', { name: 'The whole lesson' }).click();
  await page.getByRole('button', { name: 'Captions' }).click();
  await page.getByRole('link', { name: /captions$/i }).click();
  await expect(page.getByRole('button', { name: /^Pause/ })).toBeVisible();
  const first = page.getByLabel(/^Said at/).first();
  await first.press('Control+Space');
  await expect(page.getByRole('button', { name: /^Play/ })).toBeVisible();
  await expectClean(page);
  const count = await typeAll(page);
  expect(count).toBeGreaterThan(3);
  await page.reload();
  await expect(first).toHaveValue('These are the words of part 1.');
  // A stretch in which nothing is said is said to be one, and typed after all.
  await first.fill('');
  await page.getByRole('button', { name: 'Nothing is said', exact: true }).click();
  await expect(page.getByText('Nothing is said here.')).toBeVisible();
  // Who goes through with Enter leaves it as it is.
  await page.getByRole('button', { name: 'Type it after all' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(/^Said at/).first()).toBeFocused();
  await expect(page.getByText('Nothing is said here.')).toBeVisible();
  await page.getByRole('button', { name: 'Type it after all' }).click();
  await first.fill('Good morning.');
  await expect(page.getByText('All that is said is typed.')).toBeVisible();
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  await page.getByRole('menuitem', { name: 'Captions as WebVTT' }).click();
  expect((await file).suggestedFilename()).toBe(`${title}.vtt`);
  await page.getByRole('link', { name: 'Publish with them' }).click();
  await expect(page.getByRole('region', { name: 'Publishing' })).toBeVisible();
  await expect.poll(async () => (await linesOf(page, lesson)).map(({ text }) => text)).toContain('Good morning.');
  await publish(page, lesson);
  const answered = page.waitForResponse((one) => one.url().endsWith(`/api/lessons/${lesson}/captions`));
  await chooseClass();
  await answered;
  await settled(page);
  await expect(sheet.getByText('needs captions')).toHaveCount(0);

  const phone = await learners[0]!.newPage();
  await phone.goto(`/desk/${assignment}`);
  const captions = phone.getByRole('group', { name: 'Captions' });
  await phone.getByRole('button', { name: 'Watch', exact: true }).tap();
  await expect(captions).toHaveText('Good morning.');
  await expect(captions).toHaveText('These are the words of part 2.');
  await expectClean(phone);
  await phone.keyboard.press('t');
  await expect(captions).toHaveCount(0);
  await phone.keyboard.press('t');
  await expect(captions).toBeVisible();
  await phone.getByRole('button', { name: 'Less data, print, all in words' }).tap();
  await phone.getByRole('button', { name: 'Read all that is said' }).tap();
  const said = phone.getByRole('region', { name: 'All that is said' });
  await said.getByRole('button', { name: new RegExp(`part ${count}`) }).tap();
  await expect(said.locator('[aria-current]')).toContainText(`part ${count}`);
  await expectClean(phone);
  await learners[0]!.close();
  await context.close();
});

test(
  'feedback waits for the captions that its learner needs, or goes without them knowingly',
  { tag: '@real-time' },
  async ({ browser }) => {
    const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
    const { id: classId, learners } = await newClass(page, browser, 1);
    await needsCaptions(page, classId);
    const lesson = await copyLesson(page, 'The rule of twelfths', `Spoken of ${randomUUID().slice(0, 4)}`);
    const handedIn = async (): Promise<string> => {
      const assignment = await give(page, lesson, classId, { handIn: true, points: 10 });
      const data = { text: 'Steer 075.' };
      const path = `/api/assignments/${assignment}/hand-in/text`;
      expect((await learners[0]!.request.put(path, { headers: onceKey(), data })).status()).toBe(200);
      return assignment;
    };
    /** Speaks on it and asks for it to be handed back. */
    const speakOn = async (assignment: string) => {
      await page.goto(`/marking/${assignment}`);
      await expect(page.getByText(/Needs captions of what you say/)).toBeVisible();
      await page.getByRole('button', { name: 'Record', exact: true }).click();
      await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      await lasts(page, 3);
      await page.keyboard.press('Control+Enter');
      await expect(page.getByText('Captions are needed here, and not all that you said is typed yet.')).toBeVisible();
      await expectClean(page);
    };
    const first = await handedIn();
    await speakOn(first);
    await page.getByRole('button', { name: 'Type the captions' }).click();
    await typeAll(page);
    await expectClean(page);
    await page.getByRole('button', { name: 'Back to the hand-in' }).click();
    await page.getByRole('button', { name: 'Hand back', exact: true }).click();
    await expect(page.getByText('Captions are needed here')).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Take back' })).toBeVisible();
    const phone = await learners[0]!.newPage();
    await phone.goto(`/feedback/${first}`);
    await phone.getByRole('button', { name: 'Watch', exact: true }).tap();
    await expect(phone.getByRole('group', { name: 'Captions' })).toHaveText(/These are the words of part 1/);
    await expectClean(phone);

    const second = await handedIn();
    await speakOn(second);
    await page.getByRole('button', { name: 'Hand back without' }).click();
    await expect(page.getByRole('button', { name: 'Take back' })).toBeVisible();
    await phone.goto(`/feedback/${second}`);
    await expect(phone.getByRole('button', { name: 'Watch', exact: true })).toBeVisible();
    await expect(phone.getByRole('button', { name: 'Captions' })).toHaveCount(0);
    await learners[0]!.close();
    await context.close();
  },
);
