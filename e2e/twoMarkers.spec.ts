import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, giveCopy } from './support/people.ts';
import { onceKey } from './support/requests.ts';

const NAMES = ['Jory Tamsin', 'Lio Marchetti'] as const;
const LEVELS = ['missing', 'partly', 'whole'].map((name, points) => ({
  id: `l${points}`,
  name,
  points,
  description: '',
}));
const CRITERIA = ['Course', 'Time'].map((name) => ({ id: name.toLowerCase(), name, weight: 1, levels: LEVELS }));

test('a second teacher marks with keys alone what they were not shown; then both stand side by side, and one counts', async ({
  browser,
}) => {
  const [{ page: ilse, context: first }, { page: jon, context: second }] = [
    await asPerson(browser, 'ilse.marrow'),
    await asPerson(browser, 'jon.vale'),
  ];
  await jon.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
  const id = await giveCopy(ilse, 'The rule of twelfths', 'Marked by two', NAMES, { handIn: true, points: 4 });
  for (const name of NAMES) {
    const { page: learner, context } = await asPerson(browser, name.toLowerCase().replace(' ', '.'));
    const path = `/api/assignments/${id}/hand-in/text`;
    await learner.request.put(path, { headers: onceKey(), data: { text: `${name}: steer 075.` } });
    await context.close();
  }
  const made = await ilse.request.post('/api/rubrics', {
    headers: onceKey(),
    data: { name: 'Two lines', courseId: null, criteria: CRITERIA },
  });
  const rubric = (await made.json()) as { id: string; versionId: string };
  await ilse.request.put(`/api/assignments/${id}/rubric`, { data: { rubricId: rubric.id } });
  const { queue } = (await (await ilse.request.get(`/api/marking/${id}`)).json()) as {
    queue: { submissionId: string; learnerName: string }[];
  };
  for (const { submissionId } of queue) {
    const choices = CRITERIA.map((line) => ({ criterion: line.id, level: 'l2' }));
    const data = {
      points: 4,
      comment: 'Whole.',
      times: 1,
      revision: 0,
      rubric: { versionId: rubric.versionId, choices },
    };
    const saved = await ilse.request.put(`/api/marking/hand-ins/${submissionId}`, { headers: onceKey(), data });
    expect(saved.status()).toBe(200);
  }

  await jon.goto(`/marking/${id}`);
  await jon.getByRole('link', { name: 'Two markers' }).click();
  await expect(jon.getByText('Nobody marks this as the second yet.')).toBeVisible();
  await expectClean(jon);
  await jon.getByRole('button', { name: 'Mark it unseen, as the second' }).click();
  await expect(jon.getByText('You mark this as the second. 2 are left.')).toBeVisible();
  await jon.getByRole('link', { name: 'Back to the desk' }).click();
  await expect(jon.getByRole('heading', { name: 'You mark this one unseen' })).toBeVisible();
  await expect(jon.getByText('Whole.')).toHaveCount(0);
  await expectClean(jon);
  await jon.getByRole('link', { name: 'Mark it as the second' }).click();

  await expect(jon.getByRole('heading', { level: 1, name: NAMES[0] })).toBeFocused();
  await expect(jon.getByRole('img', { name: 'Page 1' })).toBeVisible();
  await expectClean(jon);
  await jon.keyboard.press('g');
  await jon.keyboard.press('3');
  await jon.keyboard.press('2');
  await expect(jon.getByLabel('Points, up to 4')).toHaveValue('3');
  await jon.keyboard.press('c');
  await jon.keyboard.type('No time is given.');
  await jon.keyboard.press('Control+Enter');
  await expect(jon.getByRole('heading', { level: 1, name: NAMES[1] })).toBeFocused();
  await jon.keyboard.press('g');
  await jon.keyboard.press('3');
  await jon.keyboard.press('3');
  // What is typed is there when the page is opened again.
  await expect(jon.getByText(/^Saved /)).toBeVisible();
  await jon.reload();
  await expect(jon.getByLabel('Points, up to 4')).toHaveValue('4');
  await jon.keyboard.press('Control+Enter');

  await expect(jon.getByText('You mark this as the second. None is left.')).toBeVisible();
  await expect(jon.getByText(/^Of 2 that both have marked, 1 has the same points/)).toBeVisible();
  const apart = jon.getByRole('row').filter({ hasText: NAMES[0] });
  await expect(apart).toContainText('−1');
  await expect(apart).toContainText('Time: whole');
  await expect(apart).toContainText('Time: partly');
  await expectClean(jon);
  await ilse.goto(`/marking/${id}/second`);
  await expect(ilse.getByText('Jon Vale marks this as the second.')).toBeVisible();
  await ilse
    .getByRole('row')
    .filter({ hasText: NAMES[0] })
    .getByRole('button', { name: 'Take the middle, 3.5' })
    .click();
  await expect(ilse.getByRole('row').filter({ hasText: NAMES[0] })).toContainText('3.5 · Ilse Marrow');
  await ilse.goto(`/marking/${id}`);
  await expect(ilse.getByText('3.5 points')).toBeVisible();
  await first.close();
  await second.close();
});
