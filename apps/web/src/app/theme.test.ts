import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { cssVariables, theme } from './theme.ts';

const SOURCE = join(import.meta.dirname, '..');
const texts = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(css|tsx?)$/.test(name))
  .map((name) => [name, readFileSync(join(SOURCE, name), 'utf8')] as const);

it('no colour is named that is not there', () => {
  const { variables, light, dark } = cssVariables(theme as never);
  const there = new Set(Object.keys({ ...variables, ...light, ...dark }));
  // Whoever needs a measure or a colour of their own for a moment sets it beside where it is used.
  for (const [, text] of texts) for (const [, name] of text.matchAll(/['"]?(--ob-[a-z-]+)['"]?\s*:/g)) there.add(name!);
  const missing = texts.flatMap(([file, text]) =>
    [...text.matchAll(/var\((--ob-[a-z-]+)/g)]
      .filter(([, name]) => !there.has(name!))
      .map(([, name]) => `${file}: ${name}`),
  );
  expect(there.size).toBeGreaterThan(20);
  expect(missing).toEqual([]);
});
