import { cleanWords, shownWords } from './words.ts';

describe('what is to be done', () => {
  it('keeps paragraphs, lists, words that stand out, and links to pages and addresses', () => {
    const html = '<p>Watch <strong>twice</strong>.</p><ul><li><em>Plot</em> it.</li></ul>';
    expect(cleanWords(html)).toBe(html);
    expect(cleanWords('<p><a href="https://example.org/tides">Tides</a></p>')).toBe(
      '<p><a href="https://example.org/tides" target="_blank" rel="noopener noreferrer">Tides</a></p>',
    );
  });

  it.each([
    ['<p onclick="x()">Hello<script>alert(1)</script></p>', '<p>Hello</p>'],
    ['<p><img src="https://example.org/a.png">Seen</p>', '<p>Seen</p>'],
    [
      '<p><a href="javascript:alert(1)">Here</a></p>',
      /^<p><a target="_blank" rel="noopener noreferrer">Here<\/a><\/p>$/,
    ],
    ['<p><span style="color:red">Red</span></p>', '<p>Red</p>'],
    ['<p></p>', ''],
  ])('leaves out what may not be there: %s', (sent, kept) => {
    if (typeof kept === 'string') expect(cleanWords(sent)).toBe(kept);
    else expect(cleanWords(sent)).toMatch(kept);
  });

  it('shows formulas as MathML, and one that cannot be drawn as it was typed', () => {
    const kept = cleanWords('<p>So <span data-formula="v &lt; \\frac{s}{t}"></span>.</p>');
    expect(kept).toBe('<p>So <span data-formula="v &lt; \\frac{s}{t}"></span>.</p>');
    const shown = shownWords(kept);
    expect(shown).toMatch(/^<p>So <span class="katex"><math .*<mfrac>.*<\/math><\/span>\.<\/p>$/);
    expect(shownWords('<p><span data-formula="\\frac{&lt;b&gt;"></span></p>')).toBe('<p>\\frac{&lt;b&gt;</p>');
    expect(shownWords('<p><span data-formula="\\href{javascript:alert(1)}{x}"></span></p>')).not.toMatch(/href="/);
  });

  it('holds no formula that is longer than one may be', () => {
    expect(cleanWords(`<p>a<span data-formula="${'x'.repeat(501)}"></span>b</p>`)).toBe('<p>ab</p>');
  });
});
