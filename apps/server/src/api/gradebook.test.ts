import { DataSource } from 'typeorm';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Cell {
  readonly assignmentId: string;
  readonly learnerId: string;
  readonly state: string;
  readonly points: number | null;
  readonly late: boolean;
}
interface Book {
  readonly works: readonly { readonly assignmentId: string; readonly points: number | null }[];
  readonly learners: readonly { readonly id: string; readonly name: string }[];
  readonly cells: readonly Cell[];
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, tam]: Agent[] = [];
let [marked, due, later]: string[] = [];
const DAY = 86_400_000;
const inDays = (days: number) => new Date(Date.now() + days * DAY).toISOString();

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, tam] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  const { id: lesson } = await newLesson(ilse);
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
  const give = (terms: object) => assign(ilse!, lesson, ids['10a']!, terms);
  [marked, due, later] = [await give({ points: 5 }), await give({ points: 5 }), await give({ dueAt: inDays(9) })];
  const past =
    'UPDATE assignment SET createdAt = NOW() - INTERVAL 3 DAY, dueAt = NOW() - INTERVAL 1 DAY WHERE id IN (?)';
  await test.app.get(DataSource).query(past, [[marked, due]]);
  await tam.put(`/api/assignments/${marked}/hand-in/text`).send({ text: 'My plan' }).expect(200);
});
afterAll(() => test.close());

const path = () => `/api/classes/${ids['10a']}/gradebook`;
const book = async () => (await ilse!.get(path()).expect(200)).body as Book;
const cellOf = async (assignment: string, learner = 'tam') =>
  (await book()).cells.find((one) => one.assignmentId === assignment && one.learnerId === ids[learner]);

it('tells of each learner how it stands with each piece of work, and what came of it', async () => {
  expect(await cellOf(marked!)).toMatchObject({ state: 'waiting', points: null, late: true });
  expect(await cellOf(due!)).toMatchObject({ state: 'missing' });
  expect(await cellOf(later!)).toMatchObject({ state: 'open' });
  const { body } = await ilse!.get(`/api/marking/${marked}`).expect(200);
  const [{ submissionId }] = (body as { queue: [{ submissionId: string }] }).queue;
  const marks = { points: 4, comment: '', times: 1, revision: 0 };
  await ilse!.put(`/api/marking/hand-ins/${submissionId}`).send(marks).expect(200);
  // What is not handed back is not in it.
  expect(await cellOf(marked!)).toMatchObject({ state: 'waiting', points: null });
  await ilse!
    .post(`/api/marking/hand-ins/${submissionId}/hand-back`)
    .send({ ...marks, revision: 1 })
    .expect(204);
  expect(await cellOf(marked!)).toMatchObject({ state: 'back', points: 4 });
  const { learners, works } = await book();
  expect(works.map((one) => one.assignmentId)).toEqual(expect.arrayContaining([marked, due, later]));
  expect(learners.map((one) => one.name)).toEqual([...learners.map((one) => one.name)].sort());
});

it('somebody is excused, and is not after all; only who has it can be', async () => {
  const excused = (learner: string) => `/api/assignments/${due}/excused/${ids[learner]}`;
  await ilse!.put(excused('tam')).send({ excused: true }).expect(204);
  await ilse!.put(excused('tam')).send({ excused: true }).expect(204);
  expect(await cellOf(due!)).toMatchObject({ state: 'excused' });
  expect(await cellOf(due!, 'wren')).toMatchObject({ state: 'missing' });
  await ilse!.put(excused('tam')).send({ excused: false }).expect(204);
  expect(await cellOf(due!)).toMatchObject({ state: 'missing' });
  await ilse!.put(excused('ola')).send({ excused: true }).expect(404);
  await tam!.put(excused('tam')).send({ excused: true }).expect(403);
});

it('is a table for other programs, in which what is missing counts as it is said to', async () => {
  const table = async (missing: string) => {
    const { text } = await ilse!.get(`${path()}/table?missing=${missing}`).expect(200).expect('Content-Type', /csv/);
    return text.split('\r\n').find((line) => line.startsWith('tam'))!;
  };
  expect(await table('left-out')).toMatch(/,4,5,80\.0$/);
  expect(await table('nothing')).toMatch(/,4,10,40\.0$/);
});
