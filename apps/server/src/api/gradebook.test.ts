import { DataSource } from 'typeorm';
import { assign, newLesson, publish, record, rubricOf } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Cell {
  readonly assignmentId: string;
  readonly learnerId: string;
  readonly state: string;
  readonly points: number | null;
  readonly lateDays: number;
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
  expect(await cellOf(marked!)).toMatchObject({ state: 'waiting', points: null, lateDays: 2 });
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

const graded = (more: object = {}) =>
  ilse!.put(`/api/classes/${ids['10a']}/grading`).send({
    ...{ missingCounts: false, latePerDay: 0, lateMost: 100, sumShown: false },
    ...more,
  });

it('is a table for other programs, in which what is late and missing counts by the rules of the class', async () => {
  const table = async () => {
    const { text } = await ilse!.get(`${path()}/table`).expect(200).expect('Content-Type', /csv/);
    return text.split('\r\n').find((line) => line.startsWith('tam'))!;
  };
  expect(await table()).toMatch(/,4,5,80\.0$/);
  await graded({ missingCounts: true }).expect(204);
  expect(await table()).toMatch(/,4,10,40\.0$/);
  // Two days late, a tenth of five points each, but no more than a tenth in all.
  await graded({ latePerDay: 10, lateMost: 10 }).expect(204);
  expect(await table()).toMatch(/3\.5.*,3\.5,5,70\.0$/);
  await graded({ latePerDay: 101 }).expect(400);
  await tam!.put(`/api/classes/${ids['10a']}/grading`).send({}).expect(403);
});

describe('points from a table', () => {
  const sent = (how: 'plan' | 'set', csv: string) =>
    how === 'plan' ? ilse!.post(`${path()}/table/plan`).send({ csv }) : ilse!.put(`${path()}/table`).send({ csv });
  it('are looked at first, and given all at once: what was handed back is corrected', async () => {
    await graded().expect(204);
    const { id: own } = await newLesson(ilse!, 'Soundings');
    await record(ilse!, own, 1);
    await publish(ilse!, own);
    const assignment = await assign(ilse!, own, ids['10a']!, { points: 5 });
    for (const one of [tam!, await test.signedIn('wren')])
      await one.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
    const { queue } = body as { queue: { submissionId: string; learnerName: string }[] };
    const wrens = queue.find((row) => row.learnerName === 'wren')!.submissionId;
    const marks = { points: 2, comment: 'Good', times: 1, revision: 0 };
    await ilse!.post(`/api/marking/hand-ins/${wrens}/hand-back`).send(marks).expect(204);
    const csv = '\uFEFFname;Soundings (of 5)\r\ntam;4,5\r\nwren;3\r\nnobody;1\r\n';
    const expected = {
      changes: [
        { assignmentId: assignment, learnerId: ids['tam'], points: 4.5, back: false },
        { assignmentId: assignment, learnerId: ids['wren'], points: 3, back: true },
      ],
      leftOut: [{ line: 4, column: '', fault: 'unknown-learner' }],
      same: 0,
    };
    expect((await sent('plan', csv).expect(200)).body).toEqual(expected);
    expect(await cellOf(assignment, 'wren')).toMatchObject({ points: 2 });
    expect((await sent('set', csv).expect(200)).body).toEqual(expected);
    expect(await cellOf(assignment, 'wren')).toMatchObject({ points: 3 });
    const rows = ((await ilse!.get(`/api/marking/${assignment}`)).body as { queue: object[] }).queue;
    expect(rows).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ learnerName: 'tam', points: 4.5, state: 'handed-in' }),
        expect.objectContaining({ learnerName: 'wren', points: 3, comment: 'Good', correctedAt: expect.any(String) }),
      ]),
    );
    // What is taken along can be brought back and changes nothing.
    const { text } = await ilse!.get(`${path()}/table`).expect(200);
    expect((await sent('plan', text)).body).toMatchObject({ changes: [] });
    await tam!.put(`${path()}/table`).send({ csv }).expect(403);
  });
});

it('tells a learner of their own work alone, with the rules that it counts by', async () => {
  await graded({ latePerDay: 10, sumShown: true }).expect(204);
  const { body } = await tam!.get(`/api/own-classes/${ids['10a']}/marks`).expect(200);
  const { cells, works, grading } = body as Book & { grading: object };
  expect(new Set(cells.map((cell) => cell.learnerId))).toEqual(new Set([ids['tam']]));
  expect(works).toHaveLength(cells.length);
  expect(grading).toEqual({ missingCounts: false, latePerDay: 10, lateMost: 100, sumShown: true });
  await tam!.get(`/api/own-classes/${ids['10b']}/marks`).expect(404);
});

it('tells how a class did in each line of the rubric, of what was handed back', async () => {
  const { body: rubric } = await ilse!.post('/api/rubrics').send(rubricOf('Plans')).expect(201);
  const { id, versionId } = rubric as { id: string; versionId: string };
  await ilse!.put(`/api/assignments/${marked}/rubric`).send({ rubricId: id }).expect(204);
  const { body } = await ilse!.get(`/api/marking/${marked}`).expect(200);
  const [{ submissionId, times, revision }] = (
    body as { queue: [{ submissionId: string; times: number; revision: number }] }
  ).queue;
  const choices = [{ criterion: 'plan', level: 'l3' }];
  const given = { points: 4, comment: '', reason: 'Late', times, revision, rubric: { versionId, choices } };
  await ilse!.put(`/api/marking/hand-ins/${submissionId}/correction`).send(given).expect(200);
  const { works } = (await ilse!.get(path()).expect(200)).body as {
    works: { assignmentId: string; lines: object[] }[];
  };
  const { lines } = works.find((one) => one.assignmentId === marked)!;
  expect(lines).toHaveLength(2);
  expect(lines[0]).toMatchObject({ count: 1, mean: 1 });
  expect(lines[1]).toMatchObject({ count: 0, mean: null });
});
