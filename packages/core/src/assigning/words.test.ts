import { withFormulas } from './words.ts';

it('formulas are drawn from their LaTeX, wherever they stand', () => {
  const html =
    '<p>Find <span data-formula="a&lt;b"></span> and <span data-formula="\\text{&quot;x&quot;}"></span>.</p>';
  expect(withFormulas(html, (latex) => `[${latex}]`)).toBe('<p>Find [a<b] and [\\text{"x"}].</p>');
});

it('what only looks like a formula stays as it is', () => {
  const html = '<p>&lt;span data-formula="x"&gt;&lt;/span&gt; costs $5</p>';
  expect(withFormulas(html, () => 'drawn')).toBe(html);
});
