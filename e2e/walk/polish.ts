import { expect, type Page } from '@playwright/test';
import { scriptedLesson } from '../support/scriptedTake.ts';
import { press, refused, type State } from './state.ts';

let made: string | null = null;
/** Polish of a lesson of ten seconds, the same for all. */
const polish = async (page: Page) => {
  made ??= (
    await scriptedLesson(page, 'Walked: Polish', [
      { does: 'speaks and writes', seconds: 5 },
      { does: 'rests', seconds: 2 },
      { does: 'speaks', seconds: 3 },
    ])
  ).id;
  await page.goto(`/lessons/${made}/polish`);
  await expect(page.getByText(/ long$/)).toBeVisible();
};
const goTo = async (page: Page, share: number) => {
  const box = (await page.getByRole('slider', { name: 'Time in the lesson' }).boundingBox())!;
  await page.mouse.click(box.x + box.width * share, box.y + 30);
};
const mark = async (page: Page) => {
  await goTo(page, 0.1);
  await page.keyboard.press('i');
  await goTo(page, 0.4);
  await page.keyboard.press('o');
};
/** Adds over the playhead, and takes it away again when it was looked at. */
const adding = (what: string): State => ({
  name: what.toLowerCase(),
  at: polish,
  open: async (page) => {
    await goTo(page, 0.25);
    await press(/^Add$/)(page);
    await page.getByRole('menuitem', { name: what }).click();
  },
  seen: (page) => page.getByRole('button', { name: 'Take it away' }),
  after: async (page) => {
    await page.getByRole('button', { name: 'Take it away' }).click();
    await expect(page.getByRole('button', { name: 'Take it away' })).toBeHidden();
  },
});
const whole = (part: string): State => ({
  name: `the whole lesson: ${part.toLowerCase()}`,
  at: polish,
  open: async (page) => {
    await page.getByRole('tab', { name: 'The whole lesson' }).click();
    await page.getByRole('button', { name: part }).click();
  },
  seen: (page) => page.getByRole('button', { name: part, expanded: true }),
});

export const POLISH: readonly State[] = [
  { name: 'what was found', at: polish, seen: (page) => page.getByRole('region', { name: 'Quiet stretches' }) },
  {
    name: 'captions that are typed',
    at: async (page) => {
      await polish(page);
      await page.goto(`${page.url()}/captions`);
    },
    seen: (page) => page.getByLabel(/^Said at/).first(),
  },
  { name: 'a mark', at: polish, open: mark, seen: (page) => page.getByRole('button', { name: 'Cut it out' }) },
  {
    name: 'to speak over a mark',
    at: polish,
    open: async (page) => {
      await mark(page);
      await press('Speak over it')(page);
    },
    seen: (page) => page.getByRole('region', { name: 'Speak over' }),
  },
  { name: 'what can be added', at: polish, open: press(/^Add$/), seen: (page) => page.getByRole('menu') },
  ...['Close-up', 'Highlight', 'Cover something up', 'Arrow', 'Words', 'Title card'].map(adding),
  {
    name: 'a stroke to be changed',
    at: polish,
    open: async (page) => {
      await press(/^Add$/)(page);
      await page.getByRole('menuitem', { name: 'Change or remove a stroke' }).click();
    },
    seen: (page) => page.getByRole('button', { name: 'Done' }),
  },
  ...['Chapters', 'Cover', 'Sound, fades and music', 'Split and join'].map(whole),
  { name: 'keys', at: polish, open: press('Keys'), seen: (page) => page.getByRole('dialog', { name: /^Keys/ }) },
  {
    name: 'a change that was not saved',
    at: async (page) => {
      await refused(/api\/lessons\/[^/]+\/(edits|changes)/, 500, 'failed', 'Something went wrong here.')(page);
      await polish(page);
    },
    open: async (page) => {
      await mark(page);
      await press('Cut it out')(page);
    },
    seen: (page) => page.getByText(/Something went wrong here/),
  },
];
