import { strToU8, zipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inTestJob } from '../../testing/inTestJob.ts';
import { odpOf, pptxOf } from '../../testing/files.ts';
import { readSlides } from './slides.ts';
import { cleanSvg } from './svg.ts';

const folder = mkdtempSync(join(tmpdir(), 'oakbell-slides-test-'));
afterAll(() => rmSync(folder, { recursive: true }));
const read = (bytes: Uint8Array) => {
  const path = join(folder, randomUUID());
  writeFileSync(path, bytes);
  return readSlides(path);
};
const refusal = (bytes: Uint8Array) =>
  read(bytes).then(
    () => 'read',
    (failure: { code: string }) => failure.code,
  );

describe('office slides', () => {
  it('of PPTX are counted in the order they are shown, each with its own notes', async () => {
    expect(await read(pptxOf(['Ask first.\nThen show it.', null, 'Thank them']))).toEqual({
      format: 'pptx',
      slides: 3,
      notes: ['Ask first.\nThen show it.', '', 'Thank them'],
    });
  });
  it('of ODP give their notes, not what stands on the slide', async () => {
    const told = await read(odpOf([{ title: 'Tides', notes: 'Slowly' }, { title: 'Neaps' }]));
    expect(told).toEqual({ format: 'odp', slides: 2, notes: ['Slowly', ''] });
  });
  it.each([
    ['a zip of something else', Buffer.from(zipSync({ 'a.txt': strToU8('a') })), 'not-slides'],
    ['a torn file', pptxOf(['a']).subarray(0, 200), 'slides-broken'],
    [
      'a file that swells by entities',
      Buffer.from(zipSync({ 'ppt/presentation.xml': strToU8('<!DOCTYPE x [<!ENTITY a "aaaa">]><x/>') })),
      'slides-broken',
    ],
    [
      'a locked ODP',
      Buffer.from(
        zipSync({
          mimetype: strToU8('application/vnd.oasis.opendocument.presentation'),
          'META-INF/manifest.xml': strToU8('<manifest:encryption-data/>'),
        }),
      ),
      'slides-encrypted',
    ],
  ])('%s is refused with a reason', async (_, bytes, code) => {
    expect(await refusal(bytes)).toBe(code);
  });
});

describe('a drawing that is brought in', () => {
  it('keeps its shapes and loses everything that runs or reaches outside', async () => {
    const clean = await inTestJob(() =>
      cleanSvg(
        '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" onload="x()"><script>x()</script><style>@import "http://a/b.css"; rect{fill:url(http://a/c)}</style><image href="http://a/d.png"/><image href="data:image/png;base64,AA=="/><use href="#r"/><rect id="r" style="fill:url(#g)" onclick="x()"/><foreignObject><b/></foreignObject><a xlink:href="javascript:x()"><circle r="4"/></a></svg>',
      ),
    );
    for (const gone of ['script', 'onload', 'onclick', 'http://a', 'foreignObject', 'javascript'])
      expect(clean).not.toContain(gone);
    for (const kept of ['<rect', '<circle', 'data:image/png', 'href="#r"', 'url(#g)']) expect(clean).toContain(kept);
  });
  it.each(['<svg><!ENTITY a "b"></svg>', '<html/>', 'not xml <'])('is refused when it is %s', async (text) => {
    await expect(inTestJob(() => cleanSvg(text))).rejects.toThrow(/damaged/);
  });
});
