import type { Page } from '@playwright/test';
import { heading, press, refused, type State } from './state.ts';

/** A class as whoever runs it sees it: its teacher, and whoever keeps the school. */
const oneClass = async (page: Page) => {
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Navigation 10a', exact: true }).click();
};
const onePage = async (page: Page) => {
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Class page of Navigation 10a' }).click();
};
const more = (item: string) => async (page: Page) => {
  await press(/^More for this class/)(page);
  await page.getByRole('menuitem', { name: item }).click();
};
const dialog = (name: string | RegExp) => (page: Page) => page.getByRole('dialog', { name });

export const CLASSES: readonly State[] = [
  { name: 'classes', at: '/classes', seen: heading('Classes') },
  { name: 'a class that is made', at: '/classes', open: press('Make a class'), seen: dialog('A new class') },
  { name: 'a class', at: oneClass, seen: heading('Navigation 10a') },
  {
    name: 'the marks of a class',
    at: async (page) => {
      await onePage(page);
      await page.getByRole('link', { name: 'Marks', exact: true }).click();
    },
    seen: (page) => page.getByRole('heading', { name: 'How the sums spread' }),
  },
  { name: 'a class page', at: onePage, seen: heading('Bearings') },
  {
    name: 'the menu of a unit',
    at: onePage,
    open: press('More for the unit Bearings'),
    seen: (page) => page.getByRole('menuitem', { name: 'Remove the unit' }),
  },
  {
    name: 'a topic that is said',
    at: onePage,
    open: press(/^Say what is done on/),
    seen: dialog('What is done on a day'),
  },
  {
    name: 'something that is put elsewhere',
    at: onePage,
    open: press('Put Course to steer across a stream elsewhere'),
    seen: dialog('Course to steer across a stream'),
  },
  {
    name: 'a class from which a course is copied',
    at: onePage,
    open: async (page) => {
      await page.getByRole('link', { name: 'Copy from another class' }).click();
      // By its name: other journeys make classes of their own, to which nothing was given.
      const from = page.getByLabel('From', { exact: true });
      const value = await from.getByRole('option', { name: /^Weather logs 10b/ }).getAttribute('value');
      await from.selectOption(value);
    },
    seen: (page) => page.getByRole('button', { name: /^Copy \d/ }),
  },
  { name: 'a join code, not made yet', at: oneClass, open: more('Join code …'), seen: dialog(/^Join code of/) },
  {
    name: 'what a learner needs',
    at: oneClass,
    open: async (page) => {
      await press('More for Tam Oriel')(page);
      await page.getByRole('menuitem', { name: 'What they need' }).click();
    },
    seen: dialog('What Tam Oriel needs'),
  },
  { name: 'a group that is made', at: oneClass, open: press('Make a group'), seen: dialog('A new group') },
  {
    name: 'the menu of a learner',
    at: oneClass,
    open: press('More for Tam Oriel'),
    seen: (page) => page.getByRole('menuitem', { name: 'Take out of this class' }),
  },
  {
    name: 'a password that was forgotten',
    at: oneClass,
    open: async (page) => {
      await press('More for Tam Oriel')(page);
      await page.getByRole('menuitem', { name: 'Forgotten password' }).click();
    },
    seen: (page) => page.getByRole('button', { name: 'Give a new first password' }),
  },
  {
    name: 'names that are pasted, one of them here already',
    at: oneClass,
    open: async (page) => {
      await press('Add learners')(page);
      await page.getByLabel('Names, one on each line').fill('Tam Oriel\nSomebody New');
    },
    seen: (page) => page.getByText('Here already?'),
  },
  {
    name: 'names that are refused',
    at: oneClass,
    open: async (page) => {
      await refused(/classes\/[^/]+\/learners/, 409, 'name-taken', 'Somebody signs in like this.')(page);
      await press('Add learners')(page);
      await page.getByLabel('Names, one on each line').fill('Somebody New');
      await press('Add 1 learner')(page);
    },
    seen: (page) => page.getByText('Somebody signs in like this.'),
    after: (page) => page.unroute(/classes\/[^/]+\/learners/),
  },
  { name: 'a teacher who is added', at: oneClass, open: press('Add a teacher'), seen: dialog('Another teacher') },
  { name: 'a class that is renamed', at: oneClass, open: more('Rename'), seen: dialog('This class') },
  {
    name: 'a class that is removed',
    at: oneClass,
    open: more('Remove this class'),
    seen: dialog('Remove Navigation 10a?'),
  },
];
