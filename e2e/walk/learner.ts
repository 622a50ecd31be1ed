import { expect, type Page } from '@playwright/test';
import { heading, press, refused, type State } from './state.ts';

export const LEARNER: readonly State[] = [
  { name: 'the desk', at: '/desk', seen: heading('On my desk') },
  { name: 'what is finished', at: '/desk?list=finished', seen: heading('Finished') },
  {
    name: 'feedback that there is none of',
    at: '/desk?list=feedback',
    seen: (page) => page.getByText('No feedback yet'),
  },
  { name: 'a class page', at: '/class', seen: heading('Bearings') },
  { name: 'an account', at: '/account', seen: heading('News by mail') },
  { name: 'what is new', at: '/news', seen: (page) => page.getByRole('link', { name: /^New: / }).first() },
  {
    name: 'no news',
    at: async (page) => {
      await page.route(/own-news/, (route) =>
        route.fulfill({ json: { items: [], seenAt: '2026-01-01T00:00:00.000Z' } }),
      );
      await page.goto('/news');
    },
    seen: heading('Nothing is new'),
  },
  {
    name: 'a lesson with files chosen and text refused',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
    },
    open: async (page) => {
      await refused(/hand-in\/text/, 409, 'being-marked', 'This is being marked already.')(page);
      await page
        .locator('input[type=file]')
        .setInputFiles([1, 2].map((i) => ({ name: `${i}.png`, mimeType: 'image/png', buffer: Buffer.from('none') })));
      await page.getByLabel('Or type it').fill('Two metres.');
      await page.getByRole('button', { name: 'Hand in the text' }).click();
    },
    seen: (page) => page.getByText('This is being marked already.'),
  },
  {
    name: 'a lesson whose watching is not counted',
    at: async (page) => {
      await refused(/watching\/visits/, 403, 'closed', 'Your teacher has taken it away.')(page);
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
    },
    seen: (page) => page.getByText(/Some of what you watch is not counted/),
  },
  { name: 'a place that is not there', at: '/nowhere', seen: heading('There is no such page') },
  {
    name: 'a link to a lesson that is not open to them',
    at: '/watch/00000000-0000-4000-8000-000000000000',
    seen: (page) => page.getByText('This lesson is not open to you'),
  },
  {
    name: 'a lesson to be watched, with the keys',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
    },
    open: press('Keys'),
    seen: (page) => page.getByRole('dialog', { name: /^Keys/ }),
  },
  {
    name: 'a worksheet, with the keys',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
      await page.getByRole('link', { name: /the worksheet$/ }).click();
      // The lesson has keys of its own, until the sheet is here.
      await page.waitForURL(/\/worksheet\//);
      await expect(page.getByRole('region', { name: 'The lesson' })).toHaveCount(0);
      await page.getByRole('button', { name: /^Keys/ }).click();
    },
    seen: (page) => page.getByRole('dialog', { name: /^Keys/ }),
  },
  {
    name: 'a worksheet that was closed',
    at: async (page) => {
      await page.route(/\/sheet$/, async (route) => {
        const response = await route.fetch();
        const sheet = (await response.json()) as object;
        const why = 'This was handed back, so nothing more is written on it.';
        await route.fulfill({ response, json: { ...sheet, mayWrite: false, why } });
      });
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
      await page.getByRole('link', { name: /the worksheet$/ }).click();
      // The lesson has keys of its own, until the sheet is here.
      await page.waitForURL(/\/worksheet\//);
    },
    seen: (page) => page.getByText('This was handed back, so nothing more'),
  },
  {
    name: 'an answer to be spoken',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /The rule of twelfths/ }).click();
      await page.getByRole('link', { name: 'Record your answer' }).click();
    },
    seen: (page) => page.getByText('Ready to record'),
  },
  {
    name: 'answers of the class',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /Course to steer/ }).click();
    },
    seen: (page) => page.getByRole('link', { name: 'Tam Oriel' }),
  },
  {
    name: 'an answer on paper, and a reply to it',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /Course to steer/ }).click();
      await page.getByRole('link', { name: 'Tam Oriel' }).click();
    },
    open: async (page) => {
      await page.getByLabel('Your reply').fill('Why 055?');
      await page.getByRole('button', { name: 'Send the reply' }).click();
    },
    seen: (page) => page.getByText('waits for your teacher; only you see it').first(),
    after: async (page) => {
      await page.getByRole('button', { name: 'Take it back' }).first().click();
      await expect(page.getByRole('button', { name: 'Take it back' })).toHaveCount(0);
    },
  },
  {
    name: 'an answer in words, without a name',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /Course to steer/ }).click();
      await page.getByRole('link', { name: 'Somebody of the class' }).click();
    },
    seen: heading('Somebody of the class'),
  },
];

const smallLesson = async (page: Page): Promise<string> => {
  const desk = (await (await page.request.get('/api/desk')).json()) as {
    assignmentId: string;
    makers: number | null;
  }[];
  return desk.find(({ makers }) => makers === 2)!.assignmentId;
};
const toMaking = async (page: Page): Promise<void> => {
  await page.goto(`/answer/${await smallLesson(page)}`);
};

/** A learner who is asked for a small lesson of their own. */
export const MAKER: readonly State[] = [
  {
    name: 'a small lesson that is asked for',
    at: async (page) => {
      await page.goto(`/desk/${await smallLesson(page)}`);
    },
    seen: (page) => page.getByRole('link', { name: 'Make your small lesson' }),
  },
  {
    name: 'a small lesson to be made, with a code for a classmate',
    at: toMaking,
    open: press('Show a code'),
    seen: (page) => page.getByText(/^[0-9A-Z]{4}-[0-9A-Z]{4}$/),
    after: press('Let nobody in'),
  },
  {
    name: 'a code that is none',
    at: toMaking,
    open: async (page) => {
      await refused(/answer\/with$/, 404, 'no-such-code', 'Nobody who makes this has such a code.')(page);
      await page.getByLabel('Or make it with somebody who has a code').fill('2222-2222');
      await page.getByRole('button', { name: 'Come in' }).click();
    },
    seen: (page) => page.getByText('Nobody who makes this has such a code.'),
  },
  {
    name: 'the boards of a small lesson',
    at: toMaking,
    open: press('Add a board'),
    seen: (page) => page.getByRole('menuitem', { name: 'Number line' }),
  },
  {
    name: 'the room of a small lesson',
    at: toMaking,
    open: press(/^Record( more)?$/),
    seen: (page) => page.getByText('Ready to record'),
  },
];

/** A learner whose work was handed back. */
export const HANDED_BACK: readonly State[] = [
  {
    name: 'feedback',
    at: async (page) => {
      await page.goto('/desk?list=feedback');
      await page.getByRole('link', { name: /Course to steer/ }).click();
    },
    seen: (page) => page.getByText('17 of 20 points', { exact: true }),
  },
];

/** Two lessons to be watched before anything can be handed in. */
export const IN_ORDER: readonly State[] = [
  {
    name: 'lessons in order, and work that waits for them',
    at: async (page) => {
      await page.goto('/desk');
      await page.getByRole('link', { name: /^What buoys say by day and/ }).click();
    },
    seen: (page) => page.getByText(/^This opens once you have watched 90 % of each lesson/),
  },
];
