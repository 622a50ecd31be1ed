import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { slides } from './support/papers.ts';
import { asPerson, comeIn, signIn } from './support/people.ts';
import { draw, inkOnStage, logOf, openRoom, press, record, segmentsOf, stopAndSave, lasts } from './support/room.ts';

test('from a PDF to feedback that was heard', { tag: '@real-time' }, async ({ browser, page }) => {
  // A second try meets what the first one left behind: each has a lesson of its own.
  const title = `Tides at the quay, spoken ${randomUUID().slice(0, 8)}`;

  await test.step('1 a teacher signs in and sees Today', async () => {
    await comeIn(page, 'ilse.marrow');
    await expect(page.getByRole('heading', { name: 'Good day, Ilse' })).toBeVisible();
    await expect(page.getByText(/hand-ins wait for your voice/)).toBeVisible();
  });

  await test.step('2 makes a slide lesson by dropping a PDF', async () => {
    await page.getByRole('link', { name: 'Lessons' }).click();
    await page.getByRole('button', { name: 'Make a lesson' }).click();
    await page.getByLabel('Title', { exact: true }).fill(title);
    await page.getByRole('button', { name: 'Make it and add pages' }).click();
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'tides.pdf', mimeType: 'application/pdf', buffer: await slides(3) });
    await page.getByRole('button', { name: 'Add 3 pages' }).click();
    await expect(page.getByRole('button', { name: /^Page 3/ })).toBeVisible();
    await page.getByRole('textbox', { name: 'Cues' }).fill('Say when low water is.');
    await page.getByRole('button', { name: /^Page 2/ }).click();
    await expect(page.getByRole('textbox', { name: 'Cues' })).toHaveText('');
  });
  const lessonId = /lessons\/([^/]+)/.exec(page.url())![1]!;

  await test.step('3 records: two pens, erasing, undo, pointer, page turns, a pause', async () => {
    await openRoom(page, lessonId);
    await expect(page.getByRole('meter')).not.toHaveAttribute('aria-valuetext', 'no sound');
    await expect(page.getByText('Say when low water is.')).toBeVisible();
    await page.getByLabel('Countdown').selectOption('3');
    await press(page, 'Record');
    await expect(page.getByText('Recording starts in 2')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
    await expect(page).toHaveTitle(/^Recording/);
    await draw(page, [0.1, 0.2], [0.5, 0.2]);
    await page.keyboard.press('2');
    await draw(page, [0.1, 0.3], [0.5, 0.3]);
    await draw(page, [0.1, 0.8], [0.3, 0.8]);
    await page.keyboard.press('x');
    await draw(page, [0.2, 0.75], [0.2, 0.85]);
    await draw(page, [0.3, 0.25], [0.3, 0.35]);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('p');
    await page.mouse.move(500, 400);
    await page.mouse.move(700, 420, { steps: 10 });
    await page.keyboard.press('r');
    await expect(page.getByText('Paused: nothing is recorded')).toBeVisible();
    await page.keyboard.press('r');
    await page.keyboard.press('ArrowRight');
    await lasts(page, 6);
    await page.keyboard.press('Enter');
    await expect(page.getByText('It is saved.')).toBeVisible();
  });

  await test.step('4 hears it at once, keeps it, and trims the start', async () => {
    await page.getByRole('button', { name: 'Play' }).click();
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(200);
    const [take] = await segmentsOf(page, lessonId);
    const log = await logOf(page, take!.takeId);
    const kinds = new Set(log.map((event) => event.kind));
    for (const kind of ['page', 'stroke', 'more', 'erased', 'undone', 'pointer', 'paused'])
      expect([...kinds]).toContain(kind);
    expect(
      new Set(log.flatMap((event) => ('pen' in event ? [(event['pen'] as { colour: string }).colour] : []))).size,
    ).toBe(2);
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();

    const handle = page.getByRole('slider', { name: 'Where the lesson starts' });
    await handle.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await expect(page.getByText(/Trimmed 0:01.0 at the start/)).toBeVisible();
    const box = (await page.getByRole('slider', { name: 'Where the lesson ends' }).boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x - 120, box.y + 20, { steps: 8 });
    await page.mouse.up();
    await expect(page.getByText(/Trimmed .* at the end/)).toBeVisible();
    const trimmed = (await segmentsOf(page, lessonId))[0]!;
    expect([trimmed.start, trimmed.end < take!.end]).toEqual([1e6, true]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await segmentsOf(page, lessonId))[0]!.end).toBe(take!.end);
  });

  await test.step('5 publishes and assigns it to a class', async () => {
    await page.getByRole('link', { name: 'Publish and assign' }).click();
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
    await expect(page.getByText(/Ready to watch/)).toBeVisible();
    await page.getByLabel('Who', { exact: true }).selectOption({ label: 'Navigation 10a (12 learners)' });
    await page.getByLabel('What to do').fill('Watch, then hand in your plan.');
    await page.getByRole('switch', { name: 'Points are given' }).check();
    await page.getByRole('button', { name: 'Assign' }).click();
    await expect(page.getByRole('region', { name: 'Given to' })).toContainText('Navigation 10a');
  });

  const learner = await asPerson(browser, 'ebba.stroud', {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await test.step('6 a learner finds it on their desk and watches it on a phone', async () => {
    const phone = learner.page;
    await phone.goto('/');
    await phone.getByRole('link', { name: new RegExp(title) }).click();
    await phone.getByRole('button', { name: 'Watch', exact: true }).click();
    const time = phone.getByRole('slider', { name: 'Time in the lesson' });
    await expect.poll(async () => Number(await time.getAttribute('aria-valuenow'))).toBeGreaterThanOrEqual(2);
    await phone.getByLabel('Speed').selectOption('2');
    await expect.poll(async () => Number(await time.getAttribute('aria-valuenow'))).toBeGreaterThanOrEqual(3);
    const reported = phone.waitForResponse((answer) => /\/reports$/.test(answer.url()) && answer.ok());
    await phone.getByRole('button', { name: 'Pause' }).click();
    await reported;
    const stopped = Number(await time.getAttribute('aria-valuenow'));
    await phone.reload();
    await expect(phone.getByRole('button', { name: /Go on from/ })).toBeVisible();
    expect(Math.abs(Number(await time.getAttribute('aria-valuenow')) - stopped)).toBeLessThanOrEqual(1);
    await phone.getByRole('navigation', { name: 'Pages' }).getByRole('button').first().click();
    await expect.poll(async () => Number(await time.getAttribute('aria-valuenow'))).toBe(0);
    expect(await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  });

  await test.step('7 the teacher sees who has watched what', async () => {
    await page.getByRole('link', { name: 'Who has watched' }).click();
    const row = page.getByRole('listitem').filter({ hasText: 'Ebba Stroud' });
    await expect(row).toContainText(/[1-9]\d? %/);
    await expect(row.getByRole('img', { name: /Ebba Stroud: played 0:00/ })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Not begun' })).toContainText('Jory Tamsin');
  });

  await test.step('8 the learner hands in text, then a PDF instead', async () => {
    const phone = learner.page;
    await phone.getByLabel('Or type it').fill('Two metres.');
    await phone.getByRole('button', { name: 'Hand in the text' }).click();
    await expect(phone.getByText(/Your text/)).toBeVisible();
    await phone.getByRole('button', { name: 'Hand in something else instead' }).click();
    await phone
      .locator('input[type=file]')
      .setInputFiles({ name: 'plan.pdf', mimeType: 'application/pdf', buffer: await slides(2) });
    await phone.getByRole('button', { name: 'Hand in this file' }).click();
    await expect(phone.getByRole('heading', { name: 'Handed in' })).toBeFocused();
    await expect(phone.getByRole('status').filter({ hasText: /^plan\.pdf/ })).toBeVisible();
    await expect(phone.getByRole('img', { name: 'Page 2 of what you handed in' })).toBeVisible();
  });

  await test.step('9 the teacher speaks and writes on it, gives points and hands it back', async () => {
    const other = await asPerson(browser, 'jory.tamsin');
    await other.page.goto('/');
    await other.page.getByRole('link', { name: new RegExp(title) }).click();
    await other.page.getByLabel('Or type it').fill('Three metres, I think.');
    await other.page.getByRole('button', { name: 'Hand in the text' }).click();
    await expect(other.page.getByText(/Your text/)).toBeVisible();
    await other.context.close();

    await page.getByRole('link', { name: 'Marking' }).click();
    await page
      .getByRole('listitem')
      .filter({ hasText: title })
      .getByRole('link', { name: /Mark 2/ })
      .click();
    await expect(page.getByRole('heading', { name: 'Ebba Stroud' })).toBeVisible();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await record(page);
    await draw(page, [0.2, 0.4], [0.7, 0.4]);
    await lasts(page, 1.5);
    await stopAndSave(page);
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await page.getByLabel('Points, up to 20').fill('18');
    await page.getByLabel('Comment').fill('Well done.');
    await page.getByRole('button', { name: 'Hand back' }).click();
    await expect(page.getByRole('heading', { name: 'Jory Tamsin' })).toBeVisible();
  });

  await test.step('10 the learner hears the feedback, and the teacher sees that', async () => {
    const phone = learner.page;
    // The page that they left open says it by itself.
    await expect(phone.getByRole('link', { name: 'Hear the feedback' })).toBeVisible();
    await phone.getByRole('link', { name: 'Feedback', exact: true }).click();
    await phone.getByRole('link', { name: new RegExp(title) }).click();
    await expect(phone.getByText('18 of 20 points')).toBeVisible();
    const heard = phone.waitForResponse((answer) => /\/reports$/.test(answer.url()) && answer.ok());
    await phone.getByRole('button', { name: 'Watch', exact: true }).click();
    await expect(phone.getByRole('button', { name: 'Watch again' })).toBeVisible();
    await heard;
    await page.reload();
    await expect(page.getByRole('link', { name: /Ebba Stroud/ })).toContainText(/heard \d+ %/);
    await learner.context.close();
  });
});

test(
  'what is recorded again goes out of the lesson, and further takes come after',
  { tag: '@real-time' },
  async ({ page }) => {
    await signIn(page, 'ilse.marrow');
    const response = await page.request.post('/api/lessons', {
      data: { kind: 'worked', title: 'Several takes', boards: 1 },
    });
    const { id } = (await response.json()) as { id: string };
    await openRoom(page, id);
    await record(page);
    await draw(page, [0.2, 0.2], [0.6, 0.2]);
    await stopAndSave(page);
    await page.getByRole('button', { name: 'Record again' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    expect(await segmentsOf(page, id)).toHaveLength(0);
    expect(await inkOnStage(page)).toBe(0);

    await record(page);
    await draw(page, [0.2, 0.4], [0.6, 0.4]);
    await stopAndSave(page);
    await page.getByRole('button', { name: 'Keep it and record more' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await expect.poll(() => inkOnStage(page), 'ink of the take before is still on the page').toBeGreaterThan(200);
    await record(page);
    await lasts(page, 1);
    await stopAndSave(page);
    expect(await segmentsOf(page, id)).toHaveLength(2);
  },
);
