import type { agent } from 'supertest';
import { DataSource } from 'typeorm';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = ReturnType<typeof agent>;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, bo, tam, wren]: Agent[] = [];
let assignment: string;

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, bo, tam, wren] = await Promise.all(['ilse', 'bo', 'tam', 'wren'].map((name) => test.signedIn(name)));
  const lesson = await newLesson(ilse!);
  await record(ilse!, lesson.id, 2);
  await publish(ilse!, lesson.id);
  assignment = await assign(ilse!, lesson.id, ids['10a']!);
});
afterAll(() => test.close());

const remind = (by: Agent, names: readonly string[], text = 'Watch it before Friday.') =>
  by.post(`/api/assignments/${assignment}/reminders`).send({ learnerIds: names.map((name) => ids[name]), text });
const reminderOf = async (by: Agent): Promise<{ text: string } | null> =>
  ((await by.get(`/api/desk/${assignment}`).expect(200)).body as { reminder: { text: string } | null }).reminder;
const newsOf = async (by: Agent) => {
  const { items } = (await by.get('/api/own-news').expect(200)).body as { items: { kind: string; count: number }[] };
  return items.filter(({ kind }) => kind === 'reminded').map(({ count }) => count);
};

it('a reminder is with the work and among the news of whom it is for, and nobody else is told', async () => {
  await remind(ilse!, ['tam']).expect(204);
  expect(await reminderOf(tam!)).toMatchObject({ text: 'Watch it before Friday.' });
  expect(await newsOf(tam!)).toEqual([1]);
  expect([await reminderOf(wren!), await newsOf(wren!)]).toEqual([null, []]);
  const { body } = await ilse!.get(`/api/watching/assignments/${assignment}`).expect(200);
  const { learners } = body as { learners: { name: string; remindedAt: string | null }[] };
  const reminded = Object.fromEntries(learners.map(({ name, remindedAt }) => [name, remindedAt !== null]));
  expect(reminded).toMatchObject({ tam: true, wren: false });
});

it('nobody is reminded twice within an hour: who it is is said, and none of the others is', async () => {
  const { body } = await remind(ilse!, ['tam', 'wren']).expect(422);
  expect(body).toMatchObject({ code: 'reminded-lately' });
  expect((body as { detail: string }).detail).toMatch(/^tam had a reminder/);
  expect(await reminderOf(wren!)).toBeNull();
  await test.app.get(DataSource).query('UPDATE reminder SET at = at - INTERVAL 61 MINUTE');
  await remind(ilse!, ['tam', 'wren'], 'Once more.').expect(204);
  expect([await reminderOf(tam!), await reminderOf(wren!)]).toMatchObject([
    { text: 'Once more.' },
    { text: 'Once more.' },
  ]);
});

it('is for those who have it, in words, from who teaches them', async () => {
  await remind(ilse!, ['ola']).expect(404);
  await remind(ilse!, ['wren'], ' ').expect(400);
  await remind(ilse!, [], 'To nobody').expect(400);
  await remind(bo!, ['wren']).expect(404);
  await remind(tam!, ['wren']).expect(403);
});
