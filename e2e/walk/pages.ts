import type { Page } from '@playwright/test';
import { slides } from '../support/papers.ts';
import { makeLesson } from '../support/people.ts';
import { heading, press, refused, type State } from './state.ts';

/** A lesson of its own with so many boards, on its pages. */
const boards = (count: number) => async (page: Page) => {
  const { id } = await makeLesson(page, 'Walked: pages', count);
  await page.goto(`/lessons/${id}/pages`);
};
const menu = (page: Page) => page.getByRole('menu');
const dialog = (name: string) => (page: Page) => page.getByRole('dialog', { name });
const bring = async (page: Page, name: string, mimeType: string, buffer: Buffer) =>
  page.locator('input[type=file]').first().setInputFiles({ name, mimeType, buffer });
const thing = (tool: string) => async (page: Page) => page.getByRole('button', { name: tool, exact: true }).click();

export const PAGES: readonly State[] = [
  { name: 'no pages yet', at: boards(0), seen: heading('What will you talk over?') },
  {
    name: 'a file that holds no pages',
    at: boards(0),
    open: (page) => bring(page, 'tides.pdf', 'application/pdf', Buffer.from('not a PDF')),
    seen: (page) => page.getByRole('alert').first(),
  },
  {
    name: 'which pages of a file',
    at: boards(0),
    open: async (page) => bring(page, 'tides.pdf', 'application/pdf', await slides(3)),
    seen: dialog('Which pages?'),
  },
  { name: 'boards to add', at: boards(1), open: press('Add a board'), seen: menu },
  { name: 'text on a page', at: boards(1), open: thing('Text'), seen: (page) => page.getByLabel('Words') },
  { name: 'shapes to add', at: boards(1), open: thing('Shape'), seen: menu },
  { name: 'a formula', at: boards(1), open: thing('Formula'), seen: dialog('Formula') },
  {
    name: 'a formula that does not parse',
    at: boards(1),
    open: async (page) => {
      await thing('Formula')(page);
      await page.getByLabel('In LaTeX notation').fill('\\frac{1}{');
    },
    seen: (page) => page.getByText('This does not parse yet'),
  },
  {
    name: 'a cut-out',
    at: boards(2),
    open: thing('Cut-out from a page or file'),
    seen: dialog('Cut-out'),
  },
  {
    name: 'another picture for a page',
    at: async (page) => {
      await boards(0)(page);
      await bring(page, 'tides.pdf', 'application/pdf', await slides(1));
      await page.getByRole('button', { name: /^Page 1/ }).waitFor();
    },
    open: press('Replace the picture'),
    seen: dialog('Replace the picture of this page'),
  },
  {
    name: 'a page that could not be added',
    at: async (page) => {
      await boards(1)(page);
      await refused(/api\/lessons\/.*\/(pages|boards)/, 409, 'too-many-pages', 'A lesson holds 400 pages.')(page);
    },
    open: async (page) => {
      await press('Add a board')(page);
      await page.getByRole('menuitem', { name: 'Dark board' }).click();
    },
    seen: (page) => page.getByText('A lesson holds 400 pages.'),
  },
];
