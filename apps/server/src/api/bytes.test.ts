import { randomUUID } from 'node:crypto';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { DataSource } from 'typeorm';
import { bombPptx, pictureOf, withPlace } from '../testing/files.ts';
import { HOSTILE, narrowPdf, wav } from '../testing/hostile.ts';
import { childrenNow, leftIn, startWatch } from '../testing/footprint.ts';
import { LARGEST_PART, MOST_PARTS } from '../modules/takes/takes.rules.ts';
import { CONFIG, type Config } from '../platform/config/index.ts';
import { REQUESTS_A_MINUTE } from '../platform/http/index.ts';
import { assign, newLesson, publish, putPart, record, until } from '../testing/lesson.ts';
import { partsOf, speechLike } from '../testing/voiceParts.ts';
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
});
afterAll(() => test.close());

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
    expect(slowest).toBeLessThan(10_000);
    expect(grownMb).toBeLessThan(600);
    expect(await childrenNow()).toEqual([]);
    expect(await leftIn(process.env['OAKBELL_WORK']!)).toEqual([]);
  });
});

/** The same files at every other place where files are taken. */
describe('the same files', () => {
  const places = ['imports', 'assets', 'sounds', 'hand-in', 'attachments'] as const;
  it.each(places)('are refused in words, or do no harm, as %s', async (place) => {
    const agent = await test.signedIn(place === 'hand-in' ? 'wren' : 'co');
    const path =
      place === 'hand-in'
        ? await handInPath()
        : place === 'attachments'
          ? '/api/attachments'
          : `/api/lessons/${(await newLesson(agent)).id}/${place}`;
    for (const [what, name, bytes] of HOSTILE) {
      const sent = place === 'hand-in' ? agent.put(path) : agent.post(path);
      const { status, body } = await sent.attach('files', await bytes(), name);
      expect([what, status < 500]).toEqual([what, true]);
      if (status >= 400) expect((body as { detail: string }).detail.length).toBeGreaterThan(20);
    }
    // What a hand-in takes is made into pages after the answer.
    if (place === 'hand-in') await until(noneAtWork);
    expect(await childrenNow()).toEqual([]);
    expect(await leftIn(process.env['OAKBELL_WORK']!)).toEqual([]);
  });
  async function noneAtWork(): Promise<boolean> {
    const [left] = (await test.app
      .get(DataSource)
      .query("SELECT COUNT(*) AS n FROM job WHERE state IN ('waiting', 'running')")) as [{ n: string }];
    return Number(left.n) === 0;
  }
  async function handInPath(): Promise<string> {
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 1);
    await publish(teacher, lesson.id);
    return `/api/assignments/${await assign(teacher, lesson.id, ids['10a']!)}/hand-in/files`;
  }
});

describe('what a learner hands in', () => {
  it.each<[string, () => Promise<Buffer> | Buffer, string, string]>([
    ['a small office file that swells', () => bombPptx(600), 'a.pptx', 'document-too-large'],
    ['a program', () => Buffer.from('MZ\0\x01'.padEnd(64, '\0')), 'a.dat', 'program'],
    ['a sound of which the beginning alone is there', () => wav(4000, 4000).subarray(0, 20), 'a.wav', 'clip-broken'],
    ['a PDF of narrow, high pages', () => narrowPdf(10), 'a.pdf', 'page-too-tall'],
  ])('%s is refused, and what was handed in before stays', async (_, bytes, name, code) => {
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 1);
    await publish(teacher, lesson.id);
    const assignment = await assign(teacher, lesson.id, ids['10a']!);
    await learner.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'First' }).expect(200);
    const { body } = await learner
      .put(`/api/assignments/${assignment}/hand-in/files`)
      .attach('files', await bytes(), name);
    expect((body as { code: string }).code).toBe(code);
    expect((await learner.get(`/api/assignments/${assignment}/hand-in`)).body).toMatchObject({
      text: 'First',
      times: 1,
    });
  });
  it('as text of tens of thousands of line breaks is refused at once', async () => {
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 1);
    await publish(teacher, lesson.id);
    const assignment = await assign(teacher, lesson.id, ids['10a']!);
    const { body } = await learner
      .put(`/api/assignments/${assignment}/hand-in/text`)
      .send({ text: 'a\n'.repeat(20_000) })
      .expect(422);
    expect(body).toMatchObject({ code: 'text-too-long', detail: expect.stringContaining('40 sheets') });
    await learner.get(`/api/assignments/${assignment}/hand-in`).expect(404);
  });
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
  });
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

describe('what may be kept', () => {
  const config = () => test.app.get<Config>(CONFIG) as { personBytes: number };
  it('has an end for each person, told in words; what is being recorded is kept all the same', async () => {
    const before = config().personBytes;
    const bo = await test.signedIn('bo');
    const lesson = await newLesson(bo);
    const picture = await pictureOf(300, 200);
    config().personBytes = picture.length + 10;
    const send = () => bo.post(`/api/lessons/${lesson.id}/uploads`).attach('files', picture, 'a.png');
    await send().expect(201);
    expect((await send().expect(507)).body).toMatchObject({ code: 'storage-full' });
    // Of what was refused nothing is counted: there is room for so much still.
    const take = randomUUID();
    await bo.put(`/api/takes/${take}`).send({ lessonId: lesson.id, windowKey: 'a-window' }).expect(200);
    const [part] = await partsOf(speechLike(2));
    await putPart(bo, take, 'voice', 0, part!.bytes).expect(204);
    const next = await newLesson(bo);
    const again = { lessonId: next.id, windowKey: 'a-window' };
    expect((await bo.put(`/api/takes/${randomUUID()}`).send(again).expect(507)).body).toMatchObject({
      code: 'storage-full',
    });
    config().personBytes = before;
    await bo.put(`/api/takes/${randomUUID()}`).send(again).expect(200);
  });
  it('has an end for a track of a take, and for a part of it', async () => {
    const lesson = await newLesson(teacher);
    const take = randomUUID();
    await teacher.put(`/api/takes/${take}`).send({ lessonId: lesson.id, windowKey: 'a-window' }).expect(200);
    const large = Buffer.alloc(LARGEST_PART.log + 1, 'x');
    expect((await putPart(teacher, take, 'log', 0, large).expect(413)).body).toMatchObject({ code: 'take-too-large' });
    await putPart(teacher, take, 'log', MOST_PARTS, Buffer.from('x')).expect(400);
  });
});

it('one browser that asks for too much at once is told when it goes on, and others are not', async () => {
  const [busy, other] = [await test.signedIn('co'), await test.signedIn('co')];
  const statuses: number[] = [];
  // On a machine that stalls a minute may end in between: then it is counted anew.
  for (let i = 0; i < 4 * REQUESTS_A_MINUTE.session && !statuses.includes(429); i += 20)
    statuses.push(
      ...(await Promise.all(Array.from({ length: 20 }, async () => (await busy.get('/api/session')).status))),
    );
  const { status, headers, body } = await busy.get('/api/session');
  expect([status, (body as { code: string }).code]).toEqual([429, 'too-often']);
  expect(Number(headers['retry-after'])).toBeGreaterThan(0);
  await other.get('/api/session').expect(200);
});
