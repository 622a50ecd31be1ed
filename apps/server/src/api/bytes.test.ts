import { strToU8, zipSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import { randomBytes } from 'node:crypto';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { bombPptx, lockedPdf, nestedSvg, odpOf, pdfOf, pictureOf, withPlace } from '../testing/files.ts';
import { childrenNow, startWatch } from '../testing/footprint.ts';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let teacher: Awaited<ReturnType<TestApp['signedIn']>>;
let learner: Awaited<ReturnType<TestApp['signedIn']>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  teacher = await test.signedIn('ilse');
  learner = await test.signedIn('tam');
}, 60_000);
afterAll(() => test.close());

const svg = (inside: string) => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90">${inside}</svg>`);
const wav = (claimed: number, bytes: number) => {
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(claimed, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(48_000, 24);
  head.writeUInt32LE(96_000, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(claimed, 40);
  return Buffer.concat([head, Buffer.alloc(bytes)]);
};
async function narrowPdf(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  for (let i = 0; i < pages; i += 1) document.addPage([3, 5000]);
  return Buffer.from(await document.save());
}

/** Each kind of upload with what was made to break it. `ok` is taken in and does no harm. */
const HOSTILE: readonly (readonly [what: string, name: string, bytes: () => Promise<Buffer> | Buffer, code: string])[] = [
  ['nothing', 'a.pdf', () => Buffer.alloc(0), 'file-empty'],
  ['noise', 'a.pdf', () => randomBytes(200_000), 'wrong-kind-of-file'],
  ['a PDF of thousands of pages', 'a.pdf', () => pdfOf(3000), 'too-many-pages'],
  ['a PDF of narrow, high pages', 'a.pdf', () => narrowPdf(10), 'page-too-tall'],
  ['a PDF with a password', 'a.pdf', lockedPdf, 'pdf-encrypted'],
  ['half a PDF', 'a.pdf', async () => (await pdfOf(3)).subarray(0, 300), 'pdf-broken'],
  ['a PDF that refers to itself', 'a.pdf', () => Buffer.from('%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[2 0 R]/Count 1>>endobj\ntrailer<</Root 1 0 R/Size 3>>\n%%EOF'), 'ok'],
  ['a picture of 20,000 pixels', 'a.png', () => pictureOf(20_000, 20), 'picture-too-large'],
  ['a picture of 100 million pixels', 'a.png', () => pictureOf(11_000, 9_500), 'picture-too-large'],
  ['half a picture', 'a.png', async () => (await pictureOf(50, 50)).subarray(0, 40), 'picture-broken'],
  ['a picture whose header lies', 'a.png', async () => { const png = await pictureOf(50, 50); png.writeUInt32BE(9000, 16); return png; }, 'picture-broken'],
  ['comments before a drawing, without an end', 'a.svg', () => Buffer.from(`${'<!---->'.repeat(500)}<!--`), 'wrong-kind-of-file'],
  ['forty comments and no drawing', 'a.svg', () => Buffer.from(`${'<!-- -->\n'.repeat(40)}<x`), 'wrong-kind-of-file'],
  ['a drawing with an entity that swells', 'a.svg', () => Buffer.from('<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg xmlns="http://www.w3.org/2000/svg">&a;</svg>'), 'wrong-kind-of-file'],
  ['a drawing with entities behind a comment', 'a.svg', () => svg('<!ENTITY a "aaaa">'), 'picture-broken'],
  ['a drawing of 50,000 elements', 'a.svg', () => svg('<rect width="1" height="1"/>'.repeat(50_000)), 'drawing-too-large'],
  ['a drawing a thousand deep', 'a.svg', () => nestedSvg(1000), 'drawing-too-large'],
  ['a drawing with unclosed addresses in its style', 'a.svg', () => svg(`<style>${'url('.repeat(100_000)}</style>`), 'ok'],
  ['a drawing that reaches outside', 'a.svg', () => svg('<image href="file:///etc/passwd"/><image href="http://127.0.0.1:1/"/><use href="http://x/#a"/>'), 'ok'],
  ['slides that swell to gigabytes', 'a.pptx', () => bombPptx(600), 'slides-too-large'],
  ['slides of which the sizes lie', 'a.pptx', () => bombPptx(60, { lie: true }), 'slides-broken'],
  ['slides of six thousand parts', 'a.pptx', () => Buffer.from(zipSync(Object.fromEntries([['ppt/presentation.xml', strToU8('<p/>')], ...Array.from({ length: 6000 }, (_, i) => [`p${i}`, strToU8('')])]))), 'slides-too-large'],
  ['slides with entities', 'a.odp', () => Buffer.from(zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.presentation'), 'content.xml': strToU8('<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>') })), 'slides-broken'],
  ['half of some slides', 'a.odp', () => odpOf([{ title: 'a' }]).subarray(0, 200), 'slides-broken'],
  ['a zip of something else', 'a.pptx', () => Buffer.from(zipSync({ 'a.txt': strToU8('a') })), 'not-slides'],
  ['a sound whose header claims hours', 'a.wav', () => wav(0xfffffff0, 2000), 'ok'],
  ['half a film', 'a.mp4', () => Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypisom'), randomBytes(5000)]), 'clip-broken'],
  ['a playlist named as a film', 'a.mp4', () => Buffer.from('#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\nfile:///etc/passwd\n'), 'wrong-kind-of-file'],
];

describe('files that were made to break something', () => {
  it.each(HOSTILE)('%s', async (_, name, bytes, code) => {
    const { id } = await newLesson(teacher);
    const file = await bytes();
    const watch = await startWatch(test);
    const sent = teacher.post(`/api/lessons/${id}/uploads`).attach('files', file, name);
    const { status, body } = await sent;
    const { slowest, grownMb } = await watch.stop();
    const told = (body as { code?: string; detail?: string }) ?? {};
    expect([status < 500, status < 300 ? 'ok' : told.code]).toEqual([true, code]);
    if (code !== 'ok') expect(told.detail!.length).toBeGreaterThan(30);
    expect(slowest).toBeLessThan(2000);
    expect(grownMb).toBeLessThan(400);
    expect(await childrenNow()).toEqual([]);
    expect(await leftFiles()).toEqual([]);
  }, 60_000);
});

/** Files in the folder where uploads and converters work. */
async function leftFiles(): Promise<readonly string[]> {
  const work = process.env['OAKBELL_WORK']!;
  const found: string[] = [];
  for (const name of await readdir(work)) for (const one of await readdir(join(work, name))) found.push(one);
  return found;
}

describe('what a learner hands in', () => {
  it.each<[string, () => Promise<Buffer> | Buffer, string, string]>([
    ['a small office file that swells', () => bombPptx(600), 'a.pptx', 'slides-too-large'],
    ['slides', () => odpOf([{ title: 'a' }]), 'a.odp', 'wrong-kind-of-file'],
    ['a sound', () => wav(4000, 4000), 'a.wav', 'wrong-kind-of-file'],
    ['a PDF of narrow, high pages', () => narrowPdf(10), 'a.pdf', 'page-too-tall'],
  ])('%s is refused, and what was handed in before stays', async (_, bytes, name, code) => {
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 1);
    await publish(teacher, lesson.id);
    const assignment = await assign(teacher, lesson.id, ids['10a']!);
    await learner.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'First' }).expect(200);
    const { body } = await learner.put(`/api/assignments/${assignment}/hand-in/files`).attach('files', await bytes(), name);
    expect((body as { code: string }).code).toBe(code);
    expect((await learner.get(`/api/assignments/${assignment}/hand-in`)).body).toMatchObject({ text: 'First', times: 1 });
  }, 60_000);
  it('as text of tens of thousands of line breaks is refused at once', async () => {
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 1);
    await publish(teacher, lesson.id);
    const assignment = await assign(teacher, lesson.id, ids['10a']!);
    const { body } = await learner.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: '\n'.repeat(40_000) }).expect(422);
    expect(body).toMatchObject({ code: 'text-too-long', detail: expect.stringContaining('40 sheets') });
    await learner.get(`/api/assignments/${assignment}/hand-in`).expect(404);
  }, 60_000);
});

describe('a picture that tells where it was taken', () => {
  it.each(['jpeg', 'png', 'webp'] as const)('keeps nothing of it, as %s', async (format) => {
    const picture = await withPlace(format);
    expect((await sharp(picture).metadata()).exif).toBeDefined();
    const { id } = await newLesson(teacher);
    await teacher.post(`/api/lessons/${id}/uploads`).attach('files', picture, `a.${format}`).expect(201);
    const folder = join(process.env['OAKBELL_STORAGE']!, 'uploads', id);
    const [kept] = await readdir(folder);
    const { exif, width, height } = await sharp(join(folder, kept!)).metadata();
    // It stands upright, as it was shown before.
    expect([exif, width, height]).toEqual([undefined, 40, 60]);
  });
});

describe('a take', () => {
  it('is no longer than its voice, whatever its browser claims', async () => {
    const lesson = await newLesson(teacher);
    const take = await record(teacher, lesson.id, 2, [], { frames: 3 * 3600 * 48_000 });
    const takes = (await teacher.get(`/api/lessons/${lesson.id}/takes`)).body as { id: string; length: number }[];
    expect(takes.find((one) => one.id === take)!.length).toBeLessThan(5e6);
  }, 30_000);
});

describe('bodies', () => {
  const post = (body: string, type = 'application/json') =>
    teacher.post('/api/lessons').set('Content-Type', type).send(body);
  it.each<[string, string, number]>([
    ['torn', '{"kind":', 400],
    ['100,000 levels deep', `{"kind":${'['.repeat(100_000)}${']'.repeat(100_000)}}`, 400],
    ['of more than a megabyte', JSON.stringify({ title: 'x'.repeat(1_100_000) }), 413],
    ['of a list where an object is meant', '[]', 400],
    ['null', 'null', 400],
    ['with a field that would change every object', '{"__proto__":{"kind":"worked"},"title":"x"}', 400],
    ['of numbers beyond all numbers', '{"kind":"worked","title":"x","targetMs":1e999}', 400],
  ])('%s are refused in words', async (_, body, status) => {
    const answer = await post(body);
    expect(answer.status).toBe(status);
    expect((answer.body as { detail: string }).detail.length).toBeGreaterThan(5);
  });
  it('with too many files, too many fields or too long names are refused', async () => {
    const { id } = await newLesson(teacher);
    const many = teacher.post(`/api/lessons/${id}/uploads`);
    for (let i = 0; i < 51; i += 1) void many.attach('files', Buffer.from('x'), `${i}.txt`);
    expect((await many).status).toBe(400);
    const fields = teacher.post(`/api/lessons/${id}/uploads`);
    for (let i = 0; i < 20; i += 1) void fields.field(`f${i}`, 'x');
    expect((await fields).status).toBe(400);
    const { status } = await teacher.post(`/api/lessons/${id}/uploads`).attach('other', Buffer.from('x'), 'a.txt');
    expect(status).toBe(400);
  });
});
