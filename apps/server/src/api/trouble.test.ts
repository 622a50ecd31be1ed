import { logText } from '@oakbell/core/log';
import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import { lockedPdf, pdfOf, pictureOf } from '../testing/files.ts';
import { assign, imported, newLesson, publish, putPart, record, report, visit } from '../testing/lesson.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';
import { digestOf, partsOf, speechLike } from '../testing/voiceParts.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let teacher: ReturnType<typeof supertest.agent>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  teacher = await test.signedIn('ilse');
});
afterAll(() => test.close());

describe('files that cannot be used are refused in words, and nothing is changed', () => {
  it.each<[string, string, () => Promise<Buffer> | Buffer, string]>([
    ['a text file named .pdf', 'tides.pdf', () => Buffer.from('just words'), 'wrong-kind-of-file'],
    ['a locked PDF', 'locked.pdf', lockedPdf, 'pdf-encrypted'],
    ['a broken PDF', 'broken.pdf', () => Buffer.from('%PDF-1.7 and nothing else'), 'pdf-broken'],
    ['an empty file', 'empty.pdf', () => Buffer.alloc(0), 'file-empty'],
    ['500 pages', 'long.pdf', () => pdfOf(500), 'too-many-pages'],
    ['a picture 20,000 pixels wide', 'wide.png', () => pictureOf(20_000, 20), 'picture-too-large'],
    ['half a picture', 'torn.png', async () => (await pictureOf(50, 50)).subarray(0, 30), 'picture-broken'],
  ])('%s', async (_, name, bytes, code) => {
    const lesson = await newLesson(teacher);
    const { body, status } = await teacher
      .post(`/api/lessons/${lesson.id}/imports`)
      .attach('files', await bytes(), name);
    expect([status >= 400 && status < 500, (body as { code: string }).code]).toEqual([true, code]);
    expect((body as { detail: string }).detail.length).toBeGreaterThan(20);
    expect(((await teacher.get(`/api/lessons/${lesson.id}`)).body as { pages: unknown[] }).pages).toHaveLength(1);
  });

  it('but good ones come in, in the order people count', async () => {
    const lesson = await newLesson(teacher);
    const upload = teacher.post(`/api/lessons/${lesson.id}/imports`);
    await upload
      .attach('files', await pictureOf(90, 60), 'page 10.png')
      .attach('files', await pdfOf(3), 'page 2.pdf')
      .expect(201);
    expect(await imported(teacher, lesson.id)).toBe(5);
    const { pages } = (await teacher.get(`/api/lessons/${lesson.id}`)).body as { pages: { height: number }[] };
    expect(pages.map((page) => page.height)).toEqual([900, 900, 900, 900, 1067]);
  });
});

describe('parts of a take', () => {
  const open = async (windowKey = 'window-one', takeOver = false) => {
    const lesson = await newLesson(teacher);
    const take = randomUUID();
    await teacher.put(`/api/takes/${take}`).send({ lessonId: lesson.id, windowKey, takeOver }).expect(200);
    return { lesson, take };
  };
  const log = Buffer.from(logText([]));

  it('may come twice and out of order, and the take is whole', async () => {
    const { lesson, take } = await open();
    const samples = speechLike(7);
    const parts = await partsOf(samples);
    await putPart(teacher, take, 'log', 0, log).expect(204);
    for (const i of [2, 0, 3, 2, 1, 0]) await putPart(teacher, take, 'voice', i, parts[i]!.bytes).expect(204);
    const finish = { voiceParts: parts.length, logParts: 1, frames: samples.length };
    await teacher.post(`/api/takes/${take}/finish`).send(finish).expect(200);
    await teacher.post(`/api/takes/${take}/finish`).send(finish).expect(200);
    const { edits } = (await teacher.get(`/api/lessons/${lesson.id}`)).body as {
      edits: { segments: { end: number }[] };
    };
    expect(edits.segments.map((segment) => segment.end)).toEqual([7e6]);
  });
  it('that are damaged are refused and can be sent again; one that differs is not taken', async () => {
    const { take } = await open();
    const [first] = await partsOf(speechLike(1));
    const damaged = Buffer.from(first!.bytes);
    damaged[damaged.length - 1]! ^= 0xff;
    expect((await putPart(teacher, take, 'voice', 0, damaged, first!.digest).expect(422)).body).toMatchObject({
      code: 'part-damaged',
    });
    expect((await putPart(teacher, take, 'voice', 0, Buffer.from('no part')).expect(422)).body).toMatchObject({
      code: 'part-damaged',
    });
    await putPart(teacher, take, 'voice', 0, first!.bytes).expect(204);
    expect((await putPart(teacher, take, 'voice', 0, damaged, digestOf(damaged)).expect(409)).body).toMatchObject({
      code: 'part-differs',
    });
  });
  it('that are missing are named, and what has arrived can be kept without them', async () => {
    const { take } = await open();
    const samples = speechLike(7);
    const parts = await partsOf(samples);
    await putPart(teacher, take, 'log', 0, log).expect(204);
    for (const i of [0, 1, 3]) await putPart(teacher, take, 'voice', i, parts[i]!.bytes).expect(204);
    const refused = await teacher
      .post(`/api/takes/${take}/finish`)
      .send({ voiceParts: 4, logParts: 2, frames: samples.length })
      .expect(409);
    expect(refused.body).toMatchObject({ code: 'parts-missing', missing: { voice: [2], log: [1] } });
    const { body } = await teacher.get(`/api/takes/${take}/arrived`).expect(200);
    expect(body).toMatchObject({
      voiceParts: 2,
      logParts: 1,
      logBytes: log.length,
      voiceFrames: 200 * 960 - 312,
      nextRun: 1,
    });
    const kept = await teacher.post(`/api/takes/${take}/finish-as-sent`).expect(200);
    expect((kept.body as { length: number }).length).toBe(Math.round(((200 * 960 - 312) / 48_000) * 1e6));
  });
  it('two windows: the second is kept out, may take over, and the first is told', async () => {
    const { lesson, take } = await open();
    const second = { lessonId: lesson.id, windowKey: 'window-two' };
    expect((await teacher.put(`/api/takes/${randomUUID()}`).send(second).expect(409)).body).toMatchObject({
      code: 'lesson-being-recorded',
    });
    await teacher
      .put(`/api/takes/${randomUUID()}`)
      .send({ ...second, takeOver: true })
      .expect(200);
    expect((await putPart(teacher, take, 'log', 0, log).expect(409)).body).toMatchObject({ code: 'taken-over' });
    expect((await teacher.get(`/api/takes/${take}/arrived`)).body).toMatchObject({ logParts: 1 });
  });
});

describe('a watch report', () => {
  it('that claims more seconds than have passed is refused and not counted', async () => {
    const learner = await test.signedIn('tam');
    const lesson = await newLesson(teacher);
    await record(teacher, lesson.id, 30);
    const edition = await publish(teacher, lesson.id);
    const assignment = await assign(teacher, lesson.id, ids['10a']!);
    const opened = await visit(learner, edition.id);
    expect((await report(learner, opened, 30e6)).body).toMatchObject({ code: 'more-than-passed' });
    expect((await report(learner, opened, 30e6, { speed: 8 })).status).toBe(400);
    const { learners } = (await teacher.get(`/api/watching/assignments/${assignment}`)).body as {
      learners: { share: number }[];
    };
    expect(learners.every((one) => one.share === 0)).toBe(true);
  });
});

describe('requests from elsewhere', () => {
  it('a post made by another site is refused, whoever is signed in', async () => {
    const refused = await teacher
      .post('/api/lessons')
      .set('Sec-Fetch-Site', 'cross-site')
      .send({ kind: 'worked', title: 'Not mine' })
      .expect(403);
    expect(refused.body).toMatchObject({ code: 'cross-site' });
    await teacher
      .post('/api/lessons')
      .set('Origin', 'https://elsewhere.example')
      .send({ kind: 'worked', title: 'Not mine' })
      .expect(403);
  });
  it('the session cookie is out of reach of scripts and of other sites', async () => {
    const { headers } = await supertest(test.http)
      .post('/api/session')
      .send({ name: 'bo', password: PASSWORD })
      .expect(200);
    expect(headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Lax/);
  });
  it('fields that are not expected are named and refused', async () => {
    const { body } = await teacher.post('/api/lessons').send({ kind: 'worked', title: '', owner: 'me' }).expect(400);
    expect(body).toMatchObject({ code: 'not-valid', fields: { title: expect.any(String), owner: expect.any(String) } });
  });
  it('guessing a password waits after eight tries, for the right one too', async () => {
    const guess = (password: string) => supertest(test.http).post('/api/session').send({ name: 'ola', password });
    for (let i = 0; i < 8; i += 1) await guess('wrong').expect(401);
    expect((await guess(PASSWORD).expect(429)).body).toMatchObject({ code: 'too-many-sign-ins' });
    await supertest(test.http).post('/api/session').send({ name: 'wren', password: PASSWORD }).expect(200);
  });
});

it('an idle connection outlasts those of proxies, so that no request meets one that is being closed', async () => {
  const { headers } = await supertest(test.http).get('/health/live').set('Connection', 'keep-alive').expect(200);
  expect(headers['keep-alive']).toBe('timeout=75');
});

it('markup in a title is kept as text', async () => {
  const title = '<img src=x onerror=alert(1)> & "quotes"';
  const lesson = await newLesson(teacher, title);
  const { headers, body } = await teacher.get(`/api/lessons/${lesson.id}`);
  expect((body as { title: string }).title).toBe(title);
  expect(headers['content-type']).toContain('application/json');
  expect(headers['x-content-type-options']).toBe('nosniff');
});
