import { inTestJob } from '../../testing/inTestJob.ts';
import { sniff, byName } from './sniff.ts';
import type { RawPicture } from './pdf.ts';
import { textPictures } from './textPages.ts';

describe('what a file really is', () => {
  it.each([
    ['%PDF-1.7 …', 'pdf'],
    [
      '\x89PNG\r\n\x1a\n\x00\x00\x00\x0dIHDR\x00\x00\x00\x01\x00\x00\x00\x01\x08\x06\x00\x00\x00\x1f\x15\xc4\x89\x00\x00\x00\x0aIDAT',
      'png',
    ],
    ['\xff\xd8\xff\xe0…', 'jpeg'],
    ['RIFF\x10\x00\x00\x00WEBPVP8 ', 'webp'],
    ['RIFF\x10\x00\x00\x00WAVEfmt ', 'media'],
    ['<svg xmlns="http://www.w3.org/2000/svg"/>', 'svg'],
    ['\ufeff <?xml version="1.0"?><!-- a --><!DOCTYPE svg><!-- b -->\n<svg>', 'svg'],
    ['<!-- never closed <svg>', 'other'],
    ['<html><svg></svg></html>', 'other'],
    ['Dear diary', 'other'],
    ['', 'empty'],
  ])('%p is %s', async (text, kind) => {
    expect(await sniff(Buffer.from(text, text.startsWith('\ufeff') ? 'utf8' : 'latin1'))).toBe(kind);
  });
  it('finds a PDF behind a few stray bytes', async () => {
    expect(await sniff(Buffer.from('\n\n%PDF-1.4'))).toBe('pdf');
  });
});

it('pictures come in the order people count', () => {
  const names = ['page 10.png', 'page 2.png', 'page 1.png'].map((originalname) => ({ originalname }));
  expect(names.sort(byName).map((one) => one.originalname)).toEqual(['page 1.png', 'page 2.png', 'page 10.png']);
});

describe('typed text', () => {
  const drawn = (text: string) =>
    inTestJob(async () => {
      const sheets: RawPicture[] = [];
      for await (const one of textPictures(text)) sheets.push(one);
      return sheets;
    });
  /** The longest row of dark pixels, in pixels. */
  const longestDarkRun = ({ rgb, width, height }: RawPicture) => {
    let longest = 0;
    for (let y = 0; y < height; y += 1) {
      let run = 0;
      for (let x = 0; x < width; x += 1) {
        run = rgb[3 * (y * width + x)]! < 80 ? run + 1 : 0;
        longest = Math.max(longest, run);
      }
    }
    return longest;
  };

  it('becomes as many sheets as it needs, with ink on each', async () => {
    const lines = Array.from({ length: 60 }, (_, i) => `Line ${i} of the passage plan`).join('\n');
    const sheets = await drawn(lines);
    expect(sheets).toHaveLength(2);
    for (const { rgb, width, height } of sheets) {
      expect(rgb).toHaveLength(width * height * 3);
      expect(rgb.some((value) => value < 80)).toBe(true);
    }
  });
  it('of more line breaks than there are sheets for is refused before anything is drawn', async () => {
    await expect(drawn('\n'.repeat(40_000))).rejects.toMatchObject({ code: 'text-too-long' });
  });
  it('is never drawn inside a request', async () => {
    await expect(textPictures('a').next()).rejects.toThrow(/never inside a request/);
  });
  it('has its formulas drawn where they stand, and higher lines for them', async () => {
    const sums = (line: string) => Array.from({ length: 30 }, () => line).join('\n');
    expect(await drawn(sums('So a by b is what it was.'))).toHaveLength(1);
    const [first, ...more] = await drawn(sums('So $\\dfrac{a + b + c + d}{2}$ is what it was.'));
    expect(more).toHaveLength(1);
    // Its stroke is drawn: a row of dark pixels where the letters around it are light.
    expect(longestDarkRun(first!)).toBeGreaterThan(80);
  });
  it('stands as it was typed where it is no formula', async () => {
    const [typed] = await drawn('so \\$\\frac{a\\$ it is');
    const [broken] = await drawn('so $\\frac{a$ it is');
    expect(broken!.rgb.equals(typed!.rgb)).toBe(true);
  });
});
