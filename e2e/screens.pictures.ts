import { expect, test, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { asPerson, comeIn, signIn } from './support/people.ts';
import { draw, lasts, openRoom, record } from './support/room.ts';
import { frames, settled } from './support/settled.ts';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');
mkdirSync(FOLDER, { recursive: true });

async function picture(page: Page, name: string): Promise<void> {
  await page.mouse.move(2, 2);
  await page.evaluate(() => window.scrollTo(0, 0));
  await settled(page);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
}

const openLesson = async (page: Page, title: string, step: string) => {
  await page.goto('/lessons');
  await page.getByRole('link', { name: title }).click();
  await page.getByRole('navigation', { name: 'Steps of the lesson' }).getByRole('link', { name: step }).click();
};

test('a teacher’s screens', async ({ page }) => {
  await comeIn(page, 'ilse.marrow');
  await expect(page.getByRole('heading', { name: 'Good day, Ilse' })).toBeVisible();
  await picture(page, 'today');
  await page.getByRole('link', { name: 'Lessons' }).click();
  await expect(page.getByRole('list', { name: 'Lessons' }).getByRole('link').first()).toBeVisible();
  await picture(page, 'lessons');
  await page.getByRole('link', { name: 'Classes' }).click();
  await page.getByRole('link', { name: 'Navigation 10a', exact: true }).click();
  await expect(page.getByText('signs in as').first()).toBeVisible();
  await picture(page, 'class');
  await openLesson(page, 'Reading a tide table', 'Pages');
  await page.getByRole('button', { name: /^Page 2/ }).click();
  await picture(page, 'pages');
  await openLesson(page, 'The rule of twelfths', 'Assign');
  await expect(page.getByText(/Ready to watch/)).toBeVisible();
  await picture(page, 'assign');
  await openLesson(page, 'Course to steer', 'Watched');
  await picture(page, 'watched');
  await openLesson(page, 'Course to steer', 'Polish');
  await page.getByRole('slider', { name: 'Time in the lesson' }).click({ position: { x: 900, y: 30 } });
  await picture(page, 'polish');
  await page.goto('/marking');
  await page
    .getByRole('link', { name: /^Mark \d/ })
    .first()
    .click();
  await expect(page.getByText('Ready to record')).toBeVisible();
  await picture(page, 'marking');
});

test('a class page', async ({ page }) => {
  await signIn(page, 'jon.vale');
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Class page of Navigation 11a' }).click();
  await expect(page.getByRole('heading', { name: 'Bearings' })).toBeVisible();
  await picture(page, 'class-page');
  await page.getByRole('link', { name: 'Marks', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'How the sums spread' })).toBeVisible();
  await picture(page, 'marks');
});

test('a roster that is planned', async ({ page }) => {
  await signIn(page, 'keeper');
  await page.goto('/rosters');
  const lines = [
    'No;Surname;Forename;Form',
    '7001;Oriel;Tam;10q',
    '7002;Sedge;Marnie;10q',
    '7003;Tarn;Ottilie;11b',
    '7004;;;11b',
  ];
  const file = { name: 'autumn.csv', mimeType: 'text/csv', buffer: Buffer.from(lines.join('\n')) };
  await page.getByLabel('Bring a roster').setInputFiles(file);
  await page.getByRole('button', { name: 'Show what would change' }).click();
  await expect(page.getByRole('button', { name: 'Make these changes' })).toBeVisible();
  await picture(page, 'roster');
  await page.getByRole('button', { name: 'Put it away' }).click();
});

test('the recording room at work', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons');
  await page.getByRole('link', { name: 'Reading a tide table' }).click();
  await page.waitForURL(/lessons\/.+/);
  const id = /lessons\/([^/]+)/.exec(page.url())![1]!;
  await openRoom(page, id);
  await page.keyboard.press('ArrowRight');
  await record(page);
  await page.keyboard.press('2');
  await draw(page, [0.14, 0.36], [0.45, 0.36]);
  await page.keyboard.press('1');
  await draw(page, [0.52, 0.3], [0.72, 0.26]);
  await draw(page, [0.72, 0.26], [0.69, 0.23], 8);
  await lasts(page, 1.2);
  await page.screenshot({ path: join(FOLDER, 'record.png') });
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is saved.')).toBeVisible();
  await page.getByRole('button', { name: 'Record again' }).click();
  await expect(page.getByText('Ready to record')).toBeVisible();
});

test('the recording room with a camera', async ({ page }) => {
  await page.addInitScript(drawnPresenter);
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons');
  await page.getByRole('link', { name: 'The rule of twelfths' }).click();
  await page.waitForURL(/lessons\/.+/);
  await openRoom(page, /lessons\/([^/]+)/.exec(page.url())![1]!);
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('switch', { name: 'Camera' }).click();
  await page.getByRole('button', { name: 'Camera on' }).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowRight');
  await record(page);
  await page.keyboard.press('2');
  await draw(page, [0.3, 0.42], [0.5, 0.3]);
  await page
    .getByRole('button', { name: /upper right corner/ })
    .click({ timeout: 5000 })
    .catch(() => undefined);
  await lasts(page, 1.5);
  await page.screenshot({ path: join(FOLDER, 'record-camera.png') });
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is saved.')).toBeVisible();
  await page.getByRole('button', { name: 'Record again' }).click();
  await expect(page.getByText('Ready to record')).toBeVisible();
});

/** A camera that shows someone who does not exist: a few shapes. */
function drawnPresenter(): void {
  const media = navigator.mediaDevices;
  const open = media.getUserMedia.bind(media);
  media.getUserMedia = (wanted) => {
    if (!wanted?.video) return open(wanted);
    const canvas = Object.assign(document.createElement('canvas'), { width: 960, height: 540 });
    const context = canvas.getContext('2d')!;
    const round = (colour: string, x: number, y: number, rx: number, ry: number) => {
      context.fillStyle = colour;
      context.beginPath();
      context.ellipse(x, y, rx, ry, 0, 0, Math.PI * 2);
      context.fill();
    };
    let turn = 0;
    setInterval(() => {
      turn += 1;
      context.fillStyle = '#cfd8d2';
      context.fillRect(0, 0, 960, 540);
      context.fillStyle = '#a9b8b0';
      context.fillRect(0, 0, 960, 60 + (turn % 2));
      round('#2f6b57', 480, 620, 280, 240);
      round('#5a3a22', 480, 215, 135, 150);
      round('#d9a77c', 480, 250, 105, 130);
      round('#3b2a1c', 440, 240, 10, 12);
      round('#3b2a1c', 520, 240, 10, 12);
      round('#8a3d2c', 480, 315, 34, 10 + (turn % 5));
    }, 60);
    return Promise.resolve(canvas.captureStream());
  };
}

for (const [suffix, viewport] of [
  ['', { width: 1280, height: 800 }],
  ['-phone', { width: 390, height: 844 }],
] as const) {
  test(`a learner’s screens${suffix}`, async ({ browser }) => {
    const { page, context } = await asPerson(browser, 'wren.calloway', { viewport });
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'On my desk' })).toBeVisible();
    if (suffix) await picture(page, `desk${suffix}`);
    await page.getByRole('link', { name: /The rule of twelfths/ }).click();
    await page.getByRole('navigation', { name: 'Pages' }).getByRole('button').nth(2).click();
    await page.getByRole('button', { name: 'Ten seconds on' }).click();
    if (suffix === '') {
      await picture(page, 'watch');
      await page.getByRole('link', { name: 'Go on with the worksheet' }).click();
      await expect(page.getByText('1 of 1')).toBeVisible();
      await picture(page, 'worksheet');
    }
    await page.goto('/desk?list=feedback');
    await page.getByRole('link', { name: /Course to steer/ }).click();
    await page.getByRole('slider', { name: 'Time in the lesson' }).press('ArrowRight');
    for (let i = 0; i < 2; i += 1) await page.getByRole('slider', { name: 'Time in the lesson' }).press('ArrowRight');
    if (suffix) await picture(page, `feedback${suffix}`);
    await context.close();
  });
}

test('a small lesson', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'mila.thorne', { permissions: ['microphone'] });
  await page.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
  const desk = (await (await page.request.get('/api/desk')).json()) as {
    assignmentId: string;
    makers: number | null;
  }[];
  await page.goto(`/answer/${desk.find(({ makers }) => makers === 2)!.assignmentId}`);
  await page.getByRole('button', { name: 'Add a board' }).click();
  await page.getByRole('menuitem', { name: 'Graph axes' }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('Ready to record')).toBeVisible();
  await record(page);
  await draw(page, [0.2, 0.7], [0.6, 0.3]);
  await draw(page, [0.7, 0.3], [0.3, 0.6]);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('It is saved.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  await expect(page.getByRole('button', { name: 'Let nobody in' })).toBeVisible();
  await page.getByRole('button', { name: 'Ten seconds on' }).click();
  await frames(page, 40);
  await picture(page, 'small-lesson');
  await context.close();
});

test('a pen companion', async ({ page, browser }) => {
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons');
  await page.getByRole('link', { name: 'Three bearings, one position' }).click();
  await page.waitForURL(/lessons\/.+/);
  await openRoom(page, /lessons\/([^/]+)/.exec(page.url())![1]!);
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  const code = await page.getByLabel(/^Code /).textContent();
  await page.keyboard.press('Escape');
  const context = await browser.newContext({ viewport: { width: 844, height: 390 } });
  const pad = await context.newPage();
  await pad.goto(`/companion?code=${code}`);
  await page.getByRole('button', { name: 'Let in' }).first().click();
  await record(page);
  await expect(pad.getByText('Recording', { exact: true })).toBeVisible();
  for (const [from, to] of [
    [
      [0.2, 0.8],
      [0.55, 0.25],
    ],
    [
      [0.8, 0.75],
      [0.4, 0.3],
    ],
  ] as const)
    await draw(pad, from, to);
  await frames(pad, 40);
  await pad.screenshot({ path: join(FOLDER, 'companion.png') });
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is saved.')).toBeVisible();
  await page.getByRole('button', { name: 'Record again' }).click();
  await expect(page.getByText('Ready to record')).toBeVisible();
  await context.close();
});
