import { test, type Browser } from '@playwright/test';
import { followRequests } from './support/settled.ts';
import { asPerson } from './support/people.ts';
import { CLASSES } from './walk/classes.ts';
import { LIBRARY } from './walk/library.ts';
import { KEEPER } from './walk/keeper.ts';
import { HANDED_BACK, IN_ORDER, LEARNER, MAKER } from './walk/learner.ts';
import { NOBODY } from './walk/nobody.ts';
import { PAGES } from './walk/pages.ts';
import { POLISH } from './walk/polish.ts';
import { ROOM } from './walk/room.ts';
import { visit, type State } from './walk/state.ts';
import { CO_TEACHER, TEACHER } from './walk/teacher.ts';

/** Who sees what, and whether they see it on a phone as well. */
const WALKS: readonly (readonly [string, string | null, readonly State[], 'on phones' | 'at a desk'])[] = [
  ['nobody in particular', null, NOBODY, 'on phones'],
  ['a learner', 'maren.voss', LEARNER, 'on phones'],
  ['a learner who makes a small lesson', 'mila.thorne', MAKER, 'on phones'],
  ['a learner who got work back', 'wren.calloway', HANDED_BACK, 'on phones'],
  ['a learner with lessons in order', 'alma.brandreth', IN_ORDER, 'on phones'],
  ['a teacher', 'ilse.marrow', TEACHER, 'at a desk'],
  ['a teacher at pages', 'ilse.marrow', PAGES, 'at a desk'],
  ['a teacher in the recording room', 'ilse.marrow', ROOM, 'at a desk'],
  ['a teacher who polishes', 'ilse.marrow', POLISH, 'at a desk'],
  ['a teacher among lessons', 'ilse.marrow', LIBRARY, 'at a desk'],
  ['a co-teacher', 'jon.vale', CO_TEACHER, 'at a desk'],
  ['a teacher in a class', 'ilse.marrow', CLASSES, 'at a desk'],
  ['a keeper', 'keeper', KEEPER, 'on phones'],
];

for (const [who, name, states, where] of WALKS)
  test(`nothing keeps anyone out of what ${who} sees`, async ({ browser }) => {
    // Dozens of screens, one after another.
    test.setTimeout(900_000);
    const context = name
      ? await signedIn(browser, name)
      : await browser.newContext({ baseURL: test.info().project.use.baseURL! });
    const page = await context.newPage();
    followRequests(page);
    for (const state of states) await test.step(state.name, () => visit(page, state, where === 'on phones'));
    await context.close();
  });

async function signedIn(browser: Browser, name: string) {
  const { context, page } = await asPerson(browser, name);
  await page.close();
  return context;
}
