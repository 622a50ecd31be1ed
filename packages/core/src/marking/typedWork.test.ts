import { MOST_TYPED_FORMULAS, typedParts } from './index.ts';

const inline = (latex: string) => ({ kind: 'formula', latex, where: 'inline', typed: `$${latex}$` });
const words = (text: string) => ({ kind: 'words', text });

it('formulas stand between dollar signs, among words or on a line of their own', () => {
  expect(typedParts('So $x^2$ is\n$$\\frac{a}{b}$$\nby hand.')).toEqual([
    words('So '),
    inline('x^2'),
    words(' is\n'),
    { kind: 'formula', latex: '\\frac{a}{b}', where: 'alone', typed: '$$\\frac{a}{b}$$' },
    words('\nby hand.'),
  ]);
  expect(typedParts('$a$$b$')).toEqual([inline('a'), inline('b')]);
  expect(typedParts('$5 for $x$')).toEqual([words('$5 for '), inline('x')]);
});
it.each([
  'It costs $5 and $6.',
  'One $ alone',
  'a $ b $ c',
  '$$ $$',
  '$$',
  'from $a\nto b$',
  `$${'x'.repeat(501)}$`,
  'a\\',
])('no formula is in %j', (text) => {
  expect(typedParts(text)).toEqual([words(text)]);
});
it('a dollar sign after a backslash is one, in a formula as well', () => {
  expect(typedParts('\\$5 and \\$6')).toEqual([words('$5 and $6')]);
  expect(typedParts('$5\\$$')).toEqual([inline('5\\$')]);
});
it('of very many the first are drawn, and the rest stays as it was typed', () => {
  const parts = typedParts('$x$ '.repeat(MOST_TYPED_FORMULAS + 2));
  expect(parts.filter(({ kind }) => kind === 'formula')).toHaveLength(MOST_TYPED_FORMULAS);
  expect(parts.at(-1)).toEqual(words(' $x$ $x$ '));
});
