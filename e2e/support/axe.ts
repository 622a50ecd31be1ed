import { expect, type Frame, type Page } from '@playwright/test';
import axe from 'axe-core';
import { settled } from './settled.ts';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Nothing on this screen keeps anyone out, as far as a machine can tell. */
export async function expectClean(page: Page): Promise<void> {
  await settled(page);
  const found: string[] = [];
  for (const frame of page.frames()) found.push(...(await violationsIn(frame)));
  expect(found).toEqual([]);
}

/** Each frame is asked by itself: what it is asked with is put into it once, past the rules of its page for scripts. */
async function violationsIn(frame: Frame): Promise<readonly string[]> {
  if (!(await frame.evaluate(() => 'axe' in window))) await frame.evaluate(axe.source);
  return frame.evaluate(async (tags) => {
    const { axe: here } = window as unknown as { axe: typeof axe };
    const { violations } = await here.run({ runOnly: tags, resultTypes: ['violations'], iframes: false });
    return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`);
  }, TAGS);
}
