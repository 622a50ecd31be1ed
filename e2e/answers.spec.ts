import { expect, test } from '@playwright/test';
import { lessonCalled, asPerson, signIn } from './support/people.ts';
import { draw, press, record, lasts } from './support/room.ts';

test(
  'a learner answers aloud within the limit, hears it, hands it in; the teacher hears it and speaks on it',
  { tag: '@real-time' },
  async ({ page, browser }) => {
    await signIn(page, 'ilse.marrow');
    const lesson = await lessonCalled(page, 'The rule of twelfths');
    await page.goto(`/lessons/${lesson}/assign`);
    const givenNow = async () =>
      (await (await page.request.get(`/api/lessons/${lesson}/assignments`)).json()) as readonly {
        id: string;
        answerLimitMs: number | null;
      }[];
    // A second try has what the first one left.
    const before = new Set((await givenNow()).map((one) => one.id));
    await page.getByLabel('Who', { exact: true }).selectOption({ index: 1 });
    await page.getByLabel('What to do').fill('How deep is it at ten? Answer aloud.');
    await page.getByLabel('They record').selectOption('A spoken answer');
    await page.getByLabel('Seconds at most').fill('10');
    await page.getByLabel('On which page').selectOption({ label: 'Page 4 of this lesson' });
    await expect(page.getByLabel('What learners will see')).toContainText('Answer aloud, up to 0:10.');
    await page.getByRole('button', { name: 'Assign', exact: true }).click();
    await expect(page.getByLabel('What to do')).toHaveText('');
    const { id } = (await givenNow()).find((one) => one.answerLimitMs === 10_000 && !before.has(one.id))!;

    const { page: learner, context } = await asPerson(browser, 'tam.oriel', { permissions: ['microphone'] });
    await learner.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
    await learner.goto(`/desk/${id}`);
    await learner.getByRole('link', { name: 'Record your answer' }).click();
    await expect(learner.getByText('Ready to record')).toBeVisible();
    // Fewer things: no camera, no boards, no saying again from here.
    await expect(learner.getByRole('button', { name: 'Camera' })).toHaveCount(0);
    await expect(learner.getByRole('button', { name: 'Add a board' })).toHaveCount(0);
    await record(learner);
    await draw(learner, [0.2, 0.3], [0.6, 0.4]);
    // Left alone, it ends at the limit, which was said before.
    await expect(learner.getByText(/nearly there/)).toBeVisible();
    await expect(learner.getByText('It is saved.')).toBeVisible();
    await expect(learner.getByRole('heading', { name: /Your take is 0:1\d long/ })).toBeVisible();
    await learner.getByRole('button', { name: 'Record again' }).click();
    await expect(learner.getByText('Ready to record')).toBeVisible();
    await record(learner);
    await draw(learner, [0.2, 0.3], [0.6, 0.4]);
    await lasts(learner, 2.5);
    await press(learner, 'Stop');
    await expect(learner.getByText('It is saved.')).toBeVisible();
    await learner.getByRole('button', { name: 'Hand it in' }).click();
    await expect(learner.getByText(/Your spoken answer/)).toBeVisible();
    await expect(learner.getByRole('button', { name: 'Play' }).last()).toBeVisible();
    await context.close();

    await page.goto(`/marking/${id}`);
    await expect(page.getByText('A spoken answer. Listen first')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await page.getByRole('button', { name: 'Speak on it' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Hear the answer again' })).toBeVisible();
  },
);
