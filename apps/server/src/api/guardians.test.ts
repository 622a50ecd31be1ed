import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { saidIn } from '../testing/said.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Link {
  readonly id: string;
  readonly path: string;
  readonly lessonTitle: string;
  readonly ended: boolean;
  readonly timesOpened: number;
  readonly firstOpenedAt: string | null;
}
interface View {
  readonly kind: string;
  readonly childName: string;
  readonly title: string;
  readonly points: number | null;
  readonly comment: string;
  readonly editionId: string | null;
  readonly media: { readonly base: string; readonly files: readonly string[]; readonly until: string } | null;
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, tam]: Agent[] = [];
let [lesson, assignment, submission]: string[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const all: Agent[] = [];
  for (const name of ['ilse', 'co', 'bo', 'tam']) all.push(await test.signedIn(name));
  [ilse, co, bo, tam] = all;
  lesson = (await newLesson(ilse!, 'Tides')).id;
  await record(ilse!, lesson, 1);
  await publish(ilse!, lesson);
  assignment = await assign(ilse!, lesson, ids['10a']!);
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
  submission = (body as { queue: { submissionId: string }[] }).queue[0]!.submissionId;
});
afterAll(() => test.close());
beforeEach(() => query('DELETE FROM guardian_link'));

const query = (sql: string, values: readonly unknown[] = []): Promise<unknown> =>
  test.app.get(DataSource).query(sql, [...values]);
const handBack = () =>
  ilse!
    .post(`/api/marking/hand-ins/${submission}/hand-back`)
    .send({ points: 17, comment: 'Well drawn.', times: 1, revision: 0 });
const asked = (body: object = {}, by = ilse!) =>
  by
    .post(`/api/assignments/${assignment}/guardian-links`)
    .send({ learnerId: ids['tam'], lessonId: lesson, days: 14, ...body });
const made = async (body: object = {}) => (await asked(body).expect(201)).body as Link;
const links = async () =>
  (await co!.get(`/api/assignments/${assignment}/guardian-links`).expect(200)).body as readonly Link[];
/** Somebody who has nothing but the link, in a browser of their own. */
const guardian = () => supertest.agent(test.http);
const open = ({ path }: Pick<Link, 'path'>, by: Agent = guardian()) => by.post(`/api${path}`).send();
const codeOf = (body: unknown) => (body as { code: string }).code;

it('shows one lesson to whoever has it, in that browser, and nothing else', async () => {
  const link = await made();
  const by = guardian();
  const { body } = await open(link, by).expect(200);
  const view = body as View;
  expect(view).toMatchObject({ kind: 'lesson', childName: 'tam', title: 'Tides', points: null });
  const file = `${view.media!.base}/${view.media!.files[0]}`;
  await by.get(file).expect(200);
  await guardian().get(file).expect(404);
  // No teacher and no classmate is named.
  for (const name of ['ilse', 'wren', '10a']) expect(saidIn({ ...view, media: null })).not.toContain(name);
  for (const path of [`editions/${view.editionId}`, `lessons/${lesson}`, 'desk', 'session', `desk/${assignment}`])
    expect([path, (await by.get(`/api/${path}`)).status]).toEqual([path, 401]);
});

it('shows what came back once it was handed back: points, words and no other name', async () => {
  expect(codeOf((await asked({ lessonId: null }).expect(409)).body)).toBe('not-handed-back');
  await handBack().expect(204);
  const link = await made({ lessonId: null });
  const { body } = await open(link).expect(200);
  expect(body as View).toMatchObject({ kind: 'feedback', childName: 'tam', points: 17, comment: 'Well drawn.' });
});

it('tells when it was opened, and how often', async () => {
  const link = await made();
  expect((await links())[0]).toMatchObject({ timesOpened: 0, firstOpenedAt: null, lessonTitle: 'Tides', ended: false });
  await open(link).expect(200);
  await open(link).expect(200);
  const [told] = await links();
  expect(told?.timesOpened).toBe(2);
  expect(Date.parse(told!.firstOpenedAt!)).toBeGreaterThan(Date.now() - 60_000);
});

it('ends when it is withdrawn, also where it is open, and when its time is over', async () => {
  const link = await made();
  const by = guardian();
  const { media } = (await open(link, by).expect(200)).body as View;
  const file = `${media!.base}/${media!.files[0]}`;
  await by.get(file).expect(200);
  await co!.delete(`/api/assignments/${assignment}/guardian-links/${link.id}`).expect(204);
  expect(codeOf((await open(link, by).expect(410)).body)).toBe('link-over');
  const isCut = async () => (await by.get(file)).status === 410;
  for (let i = 0; i < 50 && !(await isCut()); i += 1) await new Promise((resolve) => setImmediate(resolve));
  expect(await isCut()).toBe(true);
  const other = await made();
  await query('UPDATE guardian_link SET until = UTC_TIMESTAMP(3) WHERE id = ?', [other.id]);
  await open(other).expect(410);
  expect((await links()).map(({ ended }) => ended)).toEqual([true, true]);
});

it('gives addresses that end no later than the link', async () => {
  const link = await made();
  await query('UPDATE guardian_link SET until = UTC_TIMESTAMP(3) + INTERVAL 5 MINUTE WHERE id = ?', [link.id]);
  const { media } = (await open(link).expect(200)).body as View;
  expect(Date.parse(media!.until)).toBeLessThanOrEqual(Date.now() + 5 * 60_000);
});

it('ends with what it shows: a lesson that is taken away, or a child who has it no more', async () => {
  const link = await made();
  const opening = (to: string) =>
    ilse!.put(`/api/lessons/${lesson}/opening`).send({ to, from: null, until: null }).expect(204);
  await opening('me');
  await open(link).expect(410);
  // Nobody saw anything: it was not opened.
  expect((await links())[0]?.timesOpened).toBe(0);
  await opening('assigned');
  await open(link).expect(200);
  await query("DELETE FROM membership WHERE personId = ? AND part = 'learner'", [ids['tam']]);
  await open(link).expect(410);
  await query("INSERT INTO membership (classId, personId, part) VALUES (?, ?, 'learner')", [ids['10a'], ids['tam']]);
});

it('cannot be guessed: another name or another sign opens nothing and says nothing', async () => {
  const link = await made();
  const [, , id, sign] = link.path.split('/');
  for (const path of [
    `/guardian/${randomUUID()}/${sign}`,
    `/guardian/${id}/${'x'.repeat(32)}`,
    `/guardian/${id}/x`,
    `/guardian/${id}/${sign}x`,
  ])
    expect([path, codeOf((await open({ path }).expect(404)).body)]).toEqual([path, 'not-found']);
  expect((await links())[0]?.timesOpened).toBe(0);
});

it('is made by who teaches the class, for its learners and its lessons, and only so many', async () => {
  await asked({}, bo).expect(404);
  await asked({}, tam).expect(403);
  await asked({ learnerId: ids['ola'] }).expect(404);
  await asked({ lessonId: randomUUID() }).expect(404);
  await asked({ learnerId: ids['wren'], lessonId: null }).expect(404);
  for (const days of [0, 61, 1.5]) await asked({ days }).expect(400);
  for (let i = 0; i < 10; i += 1) await made();
  expect(codeOf((await asked().expect(422)).body)).toBe('too-many-links');
  await co!.delete(`/api/assignments/${assignment}/guardian-links/${randomUUID()}`).expect(404);
});
