import { expect, type Frame, type Page } from '@playwright/test';
import type axe from 'axe-core';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { settled } from './settled.ts';

/** The short form: it is read anew on every screen. */
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
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
  if (!(await frame.evaluate(() => 'axe' in window))) await frame.evaluate(AXE);
  return frame.evaluate(async (tags) => {
    const { axe: here } = window as unknown as { axe: typeof axe };
    const { violations } = await here.run({ runOnly: tags, resultTypes: ['violations'], iframes: false });
    return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`);
  }, TAGS);
}
