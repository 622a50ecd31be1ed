import { heading, press, refused, type State } from './state.ts';

export const LIBRARY: readonly State[] = [
  {
    name: 'lessons, with a menu open',
    at: '/lessons',
    open: press(/^More for/),
    seen: (page) => page.getByRole('menu'),
  },
  {
    name: 'a lesson that is put into a unit',
    at: '/lessons?words=The%20rule%20of%20twelfths',
    open: async (page) => {
      await press(/^More for The rule/)(page);
      await page.getByRole('menuitem', { name: 'Put it into a unit …' }).click();
    },
    seen: (page) => page.getByRole('dialog'),
  },
  {
    name: 'a course that is renamed',
    at: '/lessons',
    open: async (page) => {
      await page
        .getByRole('navigation', { name: 'Courses' })
        .getByRole('button', { name: /^More for/ })
        .first()
        .click();
      await page.getByRole('menuitem', { name: 'Rename' }).click();
    },
    seen: (page) => page.getByRole('textbox', { name: 'Name' }),
  },
  {
    name: 'a course that could not be renamed',
    at: async (page) => {
      await refused(/api\/courses\/[^/]+$/, 409, 'changed', 'This course was changed elsewhere.')(page);
      await page.goto('/lessons');
    },
    open: async (page) => {
      await page
        .getByRole('navigation', { name: 'Courses' })
        .getByRole('button', { name: /^More for/ })
        .first()
        .click();
      await page.getByRole('menuitem', { name: 'Rename' }).click();
      await page.getByRole('textbox', { name: 'Name' }).fill('Coastal tides');
      await page.getByRole('textbox', { name: 'Name' }).press('Enter');
    },
    seen: (page) => page.getByText('This course was changed elsewhere.'),
  },
  {
    name: 'how new lessons are named',
    at: '/lessons',
    open: press('Naming'),
    seen: (page) => page.getByLabel('New lessons are named'),
  },
  {
    name: 'lessons found by a word, some of them chosen',
    at: '/lessons?words=tide',
    open: async (page) => {
      for (const title of ['The rule of twelfths', 'Reading a tide table'])
        await page.getByLabel(`Choose ${title}`).check();
    },
    seen: (page) => page.getByText('2 lessons chosen'),
  },
  {
    name: 'where a lesson is used',
    at: '/lessons?words=twelfths',
    open: async (page) => {
      await press('More for The rule of twelfths')(page);
      await page.getByRole('menuitem', { name: 'Where it is used' }).click();
    },
    seen: (page) => page.getByText(/^It takes /),
  },
  {
    name: 'with whom a course is shared',
    at: '/lessons',
    open: press('Shared with Jon Vale'),
    seen: (page) => page.getByRole('dialog', { name: 'Share “Coastal navigation”' }),
  },
  { name: 'no lesson of that name', at: '/lessons?words=zzyzx', seen: heading('There is no such lesson here') },
];
