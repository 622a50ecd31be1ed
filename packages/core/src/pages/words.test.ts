import { linesOf, wordsOfCues } from './index.ts';

describe('text in lines', () => {
  const tenWide = (line: string) => line.length <= 10;
  it('is broken at spaces and where it says so, and an empty text is one line', () => {
    expect(linesOf('high water at noon', tenWide)).toEqual(['high water', 'at noon']);
    expect(linesOf('a\n\nb', tenWide)).toEqual(['a', '', 'b']);
    expect(linesOf('a\r\nb', tenWide)).toEqual(['a', 'b']);
    expect(linesOf('', tenWide)).toEqual(['']);
  });
  it('keeps a long word whole, or breaks it', () => {
    expect(linesOf('so abcdefghijklm no', tenWide)).toEqual(['so', 'abcdefghijklm', 'no']);
    expect(linesOf('so abcdefghijklm no', tenWide, { breaksWords: true })).toEqual(['so', 'abcdefghij', 'klm no']);
    expect(linesOf('abc', () => false, { breaksWords: true })).toEqual(['a', 'b', 'c']);
  });
});

it('the words of cues are told apart where a line ends, and not where a tag does', () => {
  const cues =
    '<h3>First</h3><p>Ask <strong>wh</strong>y, then<br />show.</p><ul><li>a &lt; b &amp; c</li><li>d</li></ul>';
  expect(wordsOfCues(cues).trim().split(/ +/)).toEqual([
    'First',
    'Ask',
    'why,',
    'then',
    'show.',
    'a',
    '<',
    'b',
    '&',
    'c',
    'd',
  ]);
  expect(wordsOfCues('&amp;lt; &quot;&#39;')).toBe('&lt; "\'');
  expect(wordsOfCues('')).toBe('');
});
