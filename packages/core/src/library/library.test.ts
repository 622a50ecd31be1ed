import type { Thing } from '../pages/index.ts';
import { changedTags, excerptOf, findableText, MOST_PAGE_LETTERS, MOST_TAGS, readTag, searchWords } from './index.ts';

describe('what is looked for', () => {
  it.each([
    ['Course to steer', ['course', 'to', 'steer']],
    ['  tide,tide  Tide ', ['tide']],
    ["the learner's plan", ['the', 'learner', 'plan']],
    ['+tide* "neap" (spring) -ebb ~slack @3', ['tide', 'neap', 'spring', 'ebb', 'slack', '3']],
    ['Über die Flut', ['über', 'die', 'flut']],
    ['… — !', []],
  ])('%s', (typed, words) => {
    expect(searchWords(typed)).toEqual(words);
  });

  it('is at most eight words, each at most forty letters', () => {
    const words = searchWords(`${'x'.repeat(90)} a b c d e f g h i`);
    expect(words).toHaveLength(8);
    expect(words[0]).toHaveLength(40);
  });
});

describe('the text by which a page is found', () => {
  const text: Thing = {
    ...{ id: 't', kind: 'text', x: 0, y: 0, width: 100, height: 20, size: 20, colour: '#123456' },
    text: 'Neap  tide',
  };
  const formula: Thing = {
    ...{ id: 'f', kind: 'formula', x: 0, y: 0, width: 100, height: 20, colour: '#123456', picture: 'p' },
    source: 'h = r/12',
  };

  it('is that of its picture, of what was placed on it, and of its cues', () => {
    const page = {
      text: 'Rule of\n twelfths',
      things: [text, formula],
      cues: '<p>Ask <b>first</b></p><p>Then show</p>',
    };
    expect(findableText(page)).toBe('Rule of twelfths\nNeap tide\nh = r/12\nAsk first Then show');
  });

  it('has an end', () => {
    expect(findableText({ text: 'word '.repeat(9000), things: [], cues: '' })).toHaveLength(MOST_PAGE_LETTERS);
  });
});

describe('the place where words were found', () => {
  const shown = (text: string, words: readonly string[], width?: number) => {
    const found = excerptOf(text, words, width);
    return found && [found.text, found.marks.map(({ start, end }) => found.text.slice(start, end))];
  };

  it('marks the beginnings of words, whatever their capitals and accents', () => {
    expect(shown('Tides and tidal streams at Évian, Tídewater', ['tid', 'evi'])).toEqual([
      'Tides and tidal streams at Évian, Tídewater',
      ['Tid', 'tid', 'Évi', 'Tíd'],
    ]);
  });

  it('is null unless every word begins a word of it', () => {
    expect(excerptOf('Springs and neaps', ['neap', 'ebb'])).toBeNull();
    expect(excerptOf('Low water', ['water', 'ow'])).toBeNull();
    expect(excerptOf('Low water', [])).toBeNull();
  });

  it('is cut out between words, around the first of them', () => {
    const long = `${'one two three '.repeat(30)}the needle lies here ${'four five six '.repeat(30)}`;
    const [text, marks] = shown(long, ['needle'], 60)!;
    expect(marks).toEqual(['needle']);
    expect(text).toMatch(/^… \w.*needle.*\w …$/);
    expect((text as string).length).toBeLessThan(80);
    expect(long).toContain((text as string).replaceAll(/… | …/g, ''));
  });

  it.each([
    ['letters that are two in small ones', 'İstanbul harbour', 'harb', 'harb'],
    ['signs of two halves', '⛵️ 𝒳 sails', 'sail', 'sail'],
    ['a text that is one long word', 'a'.repeat(300), 'aaa', 'aaa'],
  ])('is right after %s', (_, text, word, marked) => {
    expect(shown(text, [word])![1]).toEqual([marked]);
  });
});

describe('tags', () => {
  it.each([
    ['  year   10 ', 'year 10'],
    ['', null],
    [' \n ', null],
    ['x'.repeat(60), 'x'.repeat(40)],
  ])('%j is kept as %j', (typed, tag) => {
    expect(readTag(typed)).toBe(tag);
  });

  it('are each there once, whatever the capitals', () => {
    expect(changedTags(['Tides'], { add: ['tides', ' revision ', 'Revision', ''] })).toEqual(['Tides', 'revision']);
    expect(changedTags(['Tides', 'Revision'], { remove: ['tides'] })).toEqual(['Revision']);
  });

  it('are not more than there is room for', () => {
    const many = Array.from({ length: MOST_TAGS }, (_, i) => `tag ${i}`);
    expect(changedTags(many, { add: ['TAG 3'] })).toHaveLength(MOST_TAGS);
    expect(changedTags(many, { add: ['one more'] })).toBeNull();
  });
});
