import { sniff, byName } from './sniff.ts';
import { textPictures, wrap } from './textPages.ts';

describe('what a file really is', () => {
  it.each([
    ['%PDF-1.7 …', 'pdf'],
    ['\x89PNG\r\n\x1a\n…', 'png'],
    ['\xff\xd8\xff\xe0…', 'jpeg'],
    ['RIFF\x10\x00\x00\x00WEBPVP8 ', 'webp'],
    ['RIFF\x10\x00\x00\x00WAVEfmt ', 'media'],
    ['Dear diary', 'other'],
    ['', 'empty'],
  ])('%p is %s', (text, kind) => {
    expect(sniff(Buffer.from(text, 'latin1'))).toBe(kind);
  });
  it('finds a PDF behind a few stray bytes', () => {
    expect(sniff(Buffer.from('\n\n%PDF-1.4'))).toBe('pdf');
  });
});

it('pictures come in the order people count', () => {
  const names = ['page 10.png', 'page 2.png', 'page 1.png'].map((originalname) => ({ originalname }));
  expect(names.sort(byName).map((one) => one.originalname)).toEqual(['page 1.png', 'page 2.png', 'page 10.png']);
});

describe('typed text', () => {
  const tenWide = (line: string) => line.length <= 10;
  it('is broken between words, and within a word that is too long', () => {
    expect(wrap('high water at noon', tenWide)).toEqual(['high water', 'at noon']);
    expect(wrap('abcdefghijklm no', tenWide)).toEqual(['abcdefghij', 'klm no']);
    expect(wrap('a\n\nb', tenWide)).toEqual(['a', '', 'b']);
    expect(wrap('', tenWide)).toEqual(['']);
  });
  it('becomes as many sheets as it needs, with ink on each', () => {
    const sheets = textPictures(Array.from({ length: 60 }, (_, i) => `Line ${i} of the passage plan`).join('\n'));
    expect(sheets).toHaveLength(2);
    for (const { rgb, width, height } of sheets) {
      expect(rgb).toHaveLength(width * height * 3);
      expect(rgb.some((value) => value < 80)).toBe(true);
    }
  });
});
