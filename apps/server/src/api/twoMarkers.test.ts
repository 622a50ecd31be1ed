import { assign, newLesson, publish, record, rubricOf } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Given {
  readonly by: string;
  readonly points: number | null;
}
interface Row {
  readonly submissionId: string;
  readonly learnerName: string;
  readonly done: boolean;
  readonly revision: number;
  readonly firstRevision: number;
  readonly first: Given | null;
  readonly second: Given | null;
}
interface Both {
  readonly second: string | null;
  readonly mine: boolean;
  readonly rows: readonly Row[];
}
let test: TestApp;
let lesson: string;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam, wren]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co] = [await test.signedIn('ilse'), await test.signedIn('co')];
  [tam, wren] = [await test.signedIn('tam'), await test.signedIn('wren')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const GIVEN = { points: 3, comment: 'Good', times: 1, revision: 0 };
/** Work of tam and wren that ilse marks and co marks as the second. */
async function given() {
  const assignment = await assign(ilse!, lesson, ids['10a']!, { points: 5 });
  for (const one of [tam!, wren!])
    await one.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const path = `/api/marking/${assignment}/second`;
  await co!.put(path).expect(204);
  const both = async (by: Agent = co!) => (await by.get(path).expect(200)).body as Both;
  const rowOf = async (by: Agent = co!, name = 'tam') => (await both(by)).rows.find((row) => row.learnerName === name)!;
  const { submissionId } = await rowOf();
  const hand = `/api/marking/hand-ins/${submissionId}`;
  const asSecond = (more: object = {}) => co!.put(`${hand}/second`).send({ ...GIVEN, done: false, ...more });
  return { assignment, path, both, rowOf, hand, asSecond };
}

describe('a second marker', () => {
  it('is not shown what was given first until their own is done, nor by the desk', async () => {
    const { assignment, hand, rowOf, asSecond } = await given();
    await ilse!.put(hand).send(GIVEN).expect(200);
    expect(await rowOf()).toMatchObject({ first: null, second: null, firstRevision: 0 });
    const atDesk = async () =>
      (
        (await co!.get(`/api/marking/${assignment}`)).body as { queue: (Row & { sealed: boolean; points: number })[] }
      ).queue.find((row) => row.learnerName === 'tam')!;
    expect(await atDesk()).toMatchObject({ sealed: true, points: null, revision: 0 });
    for (const answer of [
      await co!.put(hand).send(GIVEN),
      await co!.get(`${hand}/ink`),
      await co!.get(`${hand}/evidence`),
      await co!.put(`${hand}/ink`).send({ log: '', times: 1, revision: 0 }),
      await co!.post(`${hand}/hand-back`).send({ ...GIVEN, revision: 1 }),
    ])
      expect([answer.status, (answer.body as { code: string }).code]).toEqual([409, 'marked-unseen']);
    await asSecond({ points: 4, done: true }).expect(200);
    expect(await rowOf()).toMatchObject({
      done: true,
      first: { by: 'ilse', points: 3 },
      second: { by: 'co', points: 4 },
    });
    expect(await atDesk()).toMatchObject({ sealed: false, points: 3 });
  });

  it('is seen by the first only once both are there, and stays as it was given', async () => {
    const { hand, rowOf, asSecond } = await given();
    await asSecond().expect(200);
    expect(await rowOf(ilse)).toMatchObject({ second: null, revision: 0 });
    await asSecond({ revision: 1, done: true }).expect(200);
    // The first has given nothing yet: they mark unseen too.
    expect(await rowOf(ilse)).toMatchObject({ done: true, second: null });
    await ilse!.put(hand).send(GIVEN).expect(200);
    expect(await rowOf(ilse)).toMatchObject({ first: { points: 3 }, second: { points: 3 } });
    const { body } = await asSecond({ revision: 2, points: 1 }).expect(409);
    expect(body).toMatchObject({ code: 'compared-already' });
    await co!
      .put(hand)
      .send({ ...GIVEN, points: 4, revision: 1 })
      .expect(200);
    expect(await rowOf(ilse)).toMatchObject({ first: { by: 'co', points: 4 } });
  });

  it('is one, who has given no marks here before; whoever gives it up leaves what is done', async () => {
    const { path, both, rowOf, asSecond } = await given();
    expect((await ilse!.put(path).expect(409)).body).toMatchObject({ code: 'has-second-marker' });
    await asSecond({ done: true }).expect(200);
    const wrens = (await rowOf(co, 'wren')).submissionId;
    await co!
      .put(`/api/marking/hand-ins/${wrens}/second`)
      .send({ ...GIVEN, done: false })
      .expect(200);
    await co!.delete(path).expect(204);
    await co!.delete(path).expect(204);
    expect(await both()).toMatchObject({ second: null, mine: false });
    expect((await rowOf()).done).toBe(true);
    expect((await rowOf(co, 'wren')).second).toBeNull();
    expect((await asSecond({ revision: 1 }).expect(409)).body).toMatchObject({ code: 'not-second-marker' });
    await ilse!.put(`/api/marking/hand-ins/${wrens}`).send(GIVEN).expect(200);
    expect((await ilse!.put(path).expect(409)).body).toMatchObject({ code: 'marked-by-you' });
  });

  it('is told what cannot be compared, what was seen by another window, and what was handed in anew or back', async () => {
    const { assignment, hand, asSecond } = await given();
    const refused = async (answer: ReturnType<typeof asSecond>) => ((await answer).body as { code: string }).code;
    expect(await refused(asSecond({ points: null, comment: ' ', done: true }))).toBe('nothing-to-compare');
    expect(await refused(asSecond({ points: 6 }))).toBe('too-many-points');
    await asSecond().expect(200);
    const { body } = await asSecond().expect(409);
    expect(body).toMatchObject({ code: 'marked-meanwhile', points: 3, comment: 'Good', revision: 1 });
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'A better plan' }).expect(200);
    expect(await refused(asSecond({ revision: 1 }))).toBe('handed-in-again');
    await asSecond({ times: 2, revision: 1 }).expect(200);
    await ilse!
      .post(`${hand}/hand-back`)
      .send({ ...GIVEN, times: 2 })
      .expect(204);
    expect(await refused(asSecond({ times: 2, revision: 2 }))).toBe('handed-back-already');
  });

  it('fills the same rubric, and says why points are other than it comes to', async () => {
    const { assignment, asSecond, rowOf } = await given();
    const { body } = await ilse!.post('/api/rubrics').send(rubricOf('Plans')).expect(201);
    const { id, versionId } = body as { id: string; versionId: string };
    await ilse!.put(`/api/assignments/${assignment}/rubric`).send({ rubricId: id }).expect(204);
    const rubric = { versionId, choices: [{ criterion: 'plan', level: 'l3' }] };
    expect((await asSecond({ rubric, points: 1, done: true }).expect(422)).body).toMatchObject({
      code: 'reason-missing',
    });
    await asSecond({ rubric, points: 1, reason: 'The chart is missing', done: true }).expect(200);
    expect(await rowOf()).toMatchObject({ second: { rubric, reason: 'The chart is missing' } });
    const other = { versionId, choices: [{ criterion: 'plan', level: 'none' }] };
    expect((await asSecond({ rubric: other, revision: 1 })).status).toBe(409);
  });
});
