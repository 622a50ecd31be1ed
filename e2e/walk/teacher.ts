import { expect } from '@playwright/test';
import { settled } from '../support/settled.ts';
import { desk, heading, lesson, press, refused, type State } from './state.ts';

export const TEACHER: readonly State[] = [
  { name: 'today', at: '/today', seen: heading(/Good day/) },
  { name: 'today, with all of a list', at: '/today', seen: heading('Assignments not yet watched by all') },
  { name: 'what is new', at: '/news', seen: (page) => page.getByRole('link', { name: /wait for you/ }).first() },
  { name: 'what waits to be marked', at: '/marking', seen: heading('Marking') },
  {
    name: 'a lesson that was published, and given',
    at: lesson('The rule of twelfths', 'Assign'),
    seen: (page) => page.getByRole('region', { name: 'Given to' }),
  },
  { name: 'a password to be changed', at: '/account', open: press(/^Change/), seen: heading(/account/i) },
  { name: 'a new lesson', at: '/lessons?new', seen: (page) => page.getByLabel('Title', { exact: true }) },
  {
    name: 'pages, one removed, with its notice',
    at: lesson('Reading a tide table', 'Pages'),
    open: async (page) => {
      await page.getByRole('button', { name: /^Page 2/ }).click();
      await page.getByRole('button', { name: 'Remove page' }).click();
    },
    seen: (page) => page.getByRole('alert').getByRole('button', { name: 'Undo' }),
    after: async (page) => {
      await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click();
      await expect(page.getByRole('button', { name: /^Page 2/ })).toBeVisible();
    },
  },
  {
    name: 'a new assignment with everything wrong',
    at: lesson('The rule of twelfths', 'Assign'),
    open: async (page) => {
      await page.getByLabel(/^By when/).fill('2020-03-05T16:00');
      await page.getByRole('button', { name: 'Assign', exact: true }).click();
    },
    seen: (page) => page.getByText('That moment has passed. Choose one that is still to come'),
  },
  {
    name: 'who of a class has it',
    at: lesson('The rule of twelfths', 'Assign'),
    open: async (page) => {
      const sheet = page.getByRole('form', { name: 'Give it to a class' });
      await sheet.getByLabel('Who', { exact: true }).selectOption('Navigation 10a (12 learners)');
      await page.getByRole('button', { name: 'Who of Navigation 10a has it' }).click();
      await page.getByLabel('All but some').check();
    },
    seen: (page) => page.getByText('12 of 12 have it.'),
  },
  {
    name: 'several lessons in order, and a template to be kept',
    at: lesson('The rule of twelfths', 'Assign'),
    open: async (page) => {
      await page.getByRole('button', { name: 'Another lesson after it' }).click();
      await page.getByRole('combobox', { name: 'Another lesson' }).fill('compass');
      await page.getByRole('option', { name: 'From compass to true' }).click();
      await page.getByRole('button', { name: 'Keep as a template' }).click();
    },
    seen: (page) => page.getByRole('dialog', { name: 'Keep as a template' }),
  },
  {
    name: 'a lesson that is to be open for a time, with its days wrong',
    at: lesson('The rule of twelfths', 'Assign'),
    open: async (page) => {
      await page.getByRole('switch', { name: 'Open for a time only' }).click();
      await page.getByLabel('From', { exact: true }).fill('2030-05-02T08:00');
      await page.getByLabel('Until', { exact: true }).fill('2030-05-01T08:00');
      await page.getByRole('button', { name: 'Save', exact: true }).click();
    },
    seen: (page) => page.getByText('It has to end after it begins'),
  },
  {
    name: 'ways to a lesson',
    at: lesson('The rule of twelfths', 'Assign'),
    open: press('Link, QR code, frame'),
    seen: (page) => page.getByRole('img', { name: 'QR code of the link' }),
  },
  {
    name: 'an assignment that is changed',
    at: lesson('The rule of twelfths', 'Assign'),
    open: press(/^Change: /),
    seen: heading(/^Change what/),
  },
  {
    name: 'pages that are picked for a worksheet',
    at: lesson('The rule of twelfths', 'Assign'),
    open: press('Pages of this lesson …'),
    seen: (page) => page.getByRole('dialog', { name: 'Which pages do learners write on?' }),
  },
  {
    name: 'a worksheet that is looked on',
    at: async (page) => {
      await page.goto('/marking');
      await page
        .getByRole('link', { name: /on the worksheet$/ })
        .first()
        .click();
    },
    seen: (page) => page.getByRole('img', { name: /^Page 1 as it is now/ }),
  },
  {
    name: 'who has watched',
    at: lesson('Course to steer across a stream', 'Watched'),
    seen: heading('Navigation 10a'),
  },
  {
    name: 'Polish with its history open',
    at: lesson('Course to steer across a stream', 'Polish'),
    open: press(/^(History|What was changed)/),
    seen: (page) => page.getByRole('menu').or(page.getByRole('dialog')).first(),
  },
  {
    name: 'a hand-in that two have marked',
    at: async (page) => {
      await refused(/marking\/hand-ins\/[^/]+$/, 409, 'marked-meanwhile', 'Jon Vale has marked this too, just now.', {
        by: 'Jon Vale',
        points: 11,
        comment: 'Watch the set.',
        revision: 3,
      })(page);
      await desk(page);
      await page.getByRole('link', { name: /^Idris Penhale/ }).click();
    },
    open: (page) => page.getByLabel('Comment').fill(`Clear. ${Date.now()}`),
    seen: (page) => page.getByRole('group', { name: 'Two have marked this' }),
  },
  {
    name: 'a hand-in whose ink cannot be fetched',
    at: async (page) => {
      await refused(/\/ink$/, 500, 'failed', 'Something went wrong here.')(page);
      await desk(page);
    },
    seen: (page) => page.getByText('Something went wrong here.'),
  },
  {
    name: 'points that are none',
    at: desk,
    open: (page) => page.getByLabel(/^Points/).fill('1e1'),
    seen: (page) => page.getByText(/A number from 0 to 20/),
  },
  {
    name: 'marks that were handed back, being corrected',
    at: async (page) => {
      await desk(page);
      await page.getByRole('link', { name: /^Wren Calloway/ }).click();
    },
    open: press('Correct the marks'),
    seen: (page) => page.getByRole('button', { name: 'Save the correction' }),
  },
  {
    name: 'something that cannot be fetched',
    at: async (page) => {
      await refused(/api\/classes/, 500, 'failed', 'Something went wrong here.')(page);
      await page.goto('/classes');
    },
    seen: (page) => page.getByText('Something went wrong here.'),
  },
  {
    name: 'a session that has ended',
    at: async (page) => {
      await page.goto('/today');
      await expect(page.getByRole('heading', { name: /Good day/ })).toBeVisible();
      // What the page still asks for would find out first.
      await settled(page);
      await page.context().clearCookies();
      await page.getByRole('link', { name: 'Classes' }).click();
    },
    seen: (page) => page.getByRole('dialog', { name: 'Your session has ended' }),
  },
];

export const CO_TEACHER: readonly State[] = [
  {
    name: 'a lesson of a colleague',
    at: async (page) => {
      await page.goto('/lessons?words=twelfths');
      await page.getByRole('link', { name: 'The rule of twelfths' }).click();
    },
    seen: (page) => page.getByText('This is Ilse Marrow’s lesson.'),
  },
  { name: 'today', at: '/today', seen: heading('Assignments not yet watched by all') },
  { name: 'nothing put away', at: '/lessons?place=away', seen: heading('Nothing is put away') },
  { name: 'a pile of another one’s', at: desk, seen: (page) => page.getByText('Ready to record') },
  {
    name: 'who has watched another one’s lesson',
    at: '/today',
    open: (page) =>
      page
        .getByRole('region', { name: 'Assignments not yet watched by all' })
        .getByRole('link', { name: 'Course to steer across a stream' })
        .click(),
    seen: heading('Navigation 10a'),
  },
];
