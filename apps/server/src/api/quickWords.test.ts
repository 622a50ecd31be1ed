import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { JobsService } from '../platform/jobs/index.ts';
import { assign, newLesson, record, report, until, visit } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Word {
  readonly id: string;
  readonly lessonId: string;
  readonly title: string;
  readonly teacherName: string;
  readonly length: number;
  readonly heard: number;
  readonly share: number;
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, tam, ola]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const all: Agent[] = [];
  for (const name of ['ilse', 'co', 'bo', 'tam', 'ola']) all.push(await test.signedIn(name));
  [ilse, co, bo, tam, ola] = all;
});
afterAll(() => test.close());
beforeEach(() => query('DELETE FROM quick_word'));

const query = (sql: string, values: readonly unknown[] = []): Promise<unknown> =>
  test.app.get(DataSource).query(sql, [...values]);
const recorded = async (title = 'Good morning'): Promise<string> => {
  const { id } = await newLesson(ilse!, title);
  await record(ilse!, id, 1);
  return id;
};
const put = (lessonId: string, by = ilse!, classId = ids['10a']!) =>
  by.post(`/api/classes/${classId}/words`).send({ lessonId });
const added = async (lessonId: string) => (await put(lessonId).expect(201)).body as { id: string; until: string };
const wordsOf = async (by: Agent, path = `own-classes/${ids['10a']}`) =>
  ((await by.get(`/api/${path}`).expect(200)).body as { words: readonly Word[] }).words;
/** Waits until it can be heard, and gives what is heard. */
const heardBy = (by: Agent, lessonId: string) =>
  until(async () => {
    const { body } = await by.get(`/api/watching/lessons/${lessonId}`).expect(200);
    return (body as { editionId: string | null }).editionId;
  });
const dayIsOver = (id: string) => query('UPDATE quick_word SET until = UTC_TIMESTAMP(3) WHERE id = ?', [id]);

it('stands on the class page until midnight, is published by itself, and is heard by the class', async () => {
  const lesson = await recorded();
  const { until: end } = await added(lesson);
  const left = Date.parse(end) - Date.now();
  expect(left).toBeGreaterThan(0);
  expect(left).toBeLessThanOrEqual(25 * 3_600_000);
  const edition = await heardBy(tam!, lesson);
  expect(await wordsOf(tam!)).toMatchObject([
    { lessonId: lesson, title: 'Good morning', teacherName: 'ilse', share: 0 },
  ]);
  const seen = await visit(tam!, edition);
  await report(tam!, seen, 5e5).expect(204);
  expect((await wordsOf(tam!))[0]?.share).toBeGreaterThan(0.3);
  expect(await wordsOf(co!, `classes/${ids['10a']}/page`)).toMatchObject([
    { heard: 1, length: expect.any(Number) as number },
  ]);
  expect((await co!.get(`/api/editions/${edition}`)).status).toBe(200);
});

it('is for that class and who teaches it, and for nobody else', async () => {
  const lesson = await recorded();
  await added(lesson);
  const edition = await heardBy(tam!, lesson);
  for (const other of [ola!, bo!]) {
    await other.get(`/api/watching/lessons/${lesson}`).expect(404);
    await other.get(`/api/editions/${edition}`).expect(404);
    await other.get(`/api/own-classes/${ids['10a']}`).expect(other === ola ? 404 : 403);
  }
  // Nobody puts what is a colleague's, or on the page of a class that they do not teach.
  await put(lesson, co).expect(404);
  await put(lesson, ilse, ids['10b']).expect(404);
});

it('is gone when its day is over, and what was heard of it meanwhile is still counted', async () => {
  const lesson = await recorded();
  const { id } = await added(lesson);
  const edition = await heardBy(tam!, lesson);
  const seen = await visit(tam!, edition);
  await dayIsOver(id);
  expect(await wordsOf(tam!)).toEqual([]);
  await tam!.get(`/api/editions/${edition}`).expect(404);
  await tam!.get(`/api/watching/lessons/${lesson}`).expect(404);
  await report(tam!, seen, 5e5).expect(204);
  await ola!.put(`/api/watching/visits/${randomUUID()}`).send({ editionId: edition }).expect(404);
});

it('ends the addresses that were given out, and puts away what was recorded for the day alone', async () => {
  const [alone, used] = [await recorded(), await recorded()];
  const [{ id: first }, { id: second }] = [await added(alone), await added(used)];
  await assign(ilse!, used, ids['10a']!);
  const edition = await heardBy(tam!, alone);
  const { media } = (await tam!.get(`/api/editions/${edition}`).expect(200)).body as {
    media: { base: string; files: readonly string[] };
  };
  const file = `${media.base}/${media.files[0]}`;
  await tam!.get(file).expect(200);
  const jobs = test.app.get(JobsService, { strict: false });
  for (const id of [first, second]) {
    await dayIsOver(id);
    const { id: job } = await jobs.add({ kind: 'word-over', ownerId: null, subjectId: id, input: {} });
    await until(async () => (await jobs.one(job)).state === 'done');
  }
  await until(async () => (await tam!.get(file)).status !== 200);
  const rows = (await query('SELECT id, archivedAt FROM lesson WHERE id IN (?)', [[alone, used]])) as {
    id: string;
    archivedAt: Date | null;
  }[];
  const isAway = Object.fromEntries(rows.map((row) => [row.id, row.archivedAt !== null]));
  expect(isAway).toEqual({ [alone]: true, [used]: false });
});

it('is taken off by who teaches the class, and can be put there again', async () => {
  const lesson = await recorded();
  const { id } = await added(lesson);
  await bo!.delete(`/api/classes/${ids['10a']}/words/${id}`).expect(404);
  await co!.delete(`/api/classes/${ids['10a']}/words/${id}`).expect(204);
  await co!.delete(`/api/classes/${ids['10a']}/words/${id}`).expect(404);
  expect(await wordsOf(tam!)).toEqual([]);
  await added(lesson);
  expect(await wordsOf(tam!)).toHaveLength(1);
});

it('stands there once, however often it is put there, and is published anew only when it was changed', async () => {
  const lesson = await recorded();
  const editions = async () =>
    ((await ilse!.get(`/api/lessons/${lesson}/editions`).expect(200)).body as object[]).length;
  const both = await Promise.all([added(lesson), added(lesson)]);
  expect(both[0].id).toBe(both[1].id);
  await dayIsOver(both[0].id);
  await added(lesson);
  expect([await wordsOf(tam!), await editions()]).toMatchObject([[{ lessonId: lesson }], 1]);
  await dayIsOver(both[0].id);
  await record(ilse!, lesson, 1);
  await added(lesson);
  expect(await editions()).toBe(2);
});

it('is refused with words: nothing recorded, not open to learners, too many at once', async () => {
  const code = async (lessonId: string, status: number) =>
    ((await put(lessonId).expect(status)).body as { code: string }).code;
  expect(await code((await newLesson(ilse!)).id, 422)).toBe('nothing-recorded');
  const lesson = await recorded();
  const opening = (body: object) =>
    ilse!.put(`/api/lessons/${lesson}/opening`).send({ from: null, until: null, ...body });
  await opening({ to: 'me' }).expect(204);
  expect(await code(lesson, 409)).toBe('not-open');
  await opening({ to: 'assigned' }).expect(204);
  const classId = ids['10a'];
  for (let i = 0; i < 6; i += 1) {
    const { id } = await newLesson(ilse!);
    await query(
      `INSERT INTO quick_word (id, classId, lessonId, byId, until, createdAt)
       VALUES (UUID(), ?, ?, ?, UTC_TIMESTAMP(3) + INTERVAL 1 HOUR, UTC_TIMESTAMP(3))`,
      [classId, id, ids['ilse']],
    );
  }
  expect(await code(lesson, 422)).toBe('too-many-words');
  expect(await wordsOf(tam!)).toHaveLength(6);
});

it('is nothing to finish any more on the day of who recorded it', async () => {
  const lesson = await recorded();
  const toFinish = async () => {
    const { lessons } = (await ilse!.get('/api/today').expect(200)).body as { lessons: { id: string }[] };
    return lessons.some(({ id }) => id === lesson);
  };
  expect(await toFinish()).toBe(true);
  await added(lesson);
  expect(await toFinish()).toBe(false);
});
