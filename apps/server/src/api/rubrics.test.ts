import { logText } from '@oakbell/core/log';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { HandBackRounds } from '../modules/marking/handBackRounds.service.ts';
import { MarkingService } from '../modules/marking/index.ts';
import { TakesService } from '../modules/takes/index.ts';
import { MOST_JOBS } from '../platform/jobs/index.ts';
import { encoded } from '../testing/sounds.ts';
import { speechLike } from '../testing/voiceParts.ts';
import { assign, newLesson, publish, record, rubricOf, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Rubric {
  readonly id: string;
  readonly versionId: string;
  readonly number: number;
  readonly used: number;
}
interface Desk {
  readonly rubric: { readonly rubricId: string; readonly versionId: string; readonly name: string } | null;
  readonly versions: readonly { readonly versionId: string; readonly number: number }[];
  readonly queue: readonly {
    readonly submissionId: string;
    readonly learnerName: string;
    readonly state: string;
    readonly points: number | null;
    readonly revision: number;
    readonly readyAt: string | null;
    readonly backAt: string | null;
    readonly rubric: { readonly versionId: string; readonly choices: readonly object[] } | null;
  }[];
}
let test: TestApp;
let lesson: string;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam, wren, bo]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co] = [await test.signedIn('ilse'), await test.signedIn('co')];
  [tam, wren] = [await test.signedIn('tam'), await test.signedIn('wren')];
  bo = await test.signedIn('bo');
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 2);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const made = async (more: object = {}): Promise<Rubric> =>
  (await ilse!.post('/api/rubrics').send(rubricOf('Passage plans', more)).expect(201)).body as Rubric;
async function marked(learners: readonly Agent[] = [tam!]) {
  const assignment = await assign(ilse!, lesson, ids['10a']!);
  for (const one of learners)
    await one.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const rubric = await made();
  await ilse!.put(`/api/assignments/${assignment}/rubric`).send({ rubricId: rubric.id }).expect(204);
  const desk = async () => (await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as Desk;
  const pathOf = async (name = 'tam') =>
    `/api/marking/hand-ins/${(await desk()).queue.find((row) => row.learnerName === name)!.submissionId}`;
  return { assignment, rubric, desk, pathOf };
}
const GIVEN = { points: 16, comment: '', times: 1, revision: 0 };
const CHOICES = [
  { criterion: 'plan', level: 'l3' },
  { criterion: 'ink', level: 'l2' },
];

describe('a rubric', () => {
  it('is its maker’s alone, or of all who teach a course', async () => {
    const { id: courseId } = (await ilse!.post('/api/courses').send({ name: 'Tides' }).expect(201)).body as Rubric;
    await ilse!.post(`/api/courses/${courseId}/teachers`).send({ id: ids['bo'] }).expect(204);
    const own = await made();
    const shared = await made({ courseId });
    const seen = ((await bo!.get('/api/rubrics').expect(200)).body as Rubric[]).map((one) => one.id);
    expect(seen).toContain(shared.id);
    expect(seen).not.toContain(own.id);
    await bo!
      .put(`/api/rubrics/${shared.id}`)
      .send({ ...rubricOf('Ours', { courseId }), number: 1 })
      .expect(200);
    await bo!
      .put(`/api/rubrics/${own.id}`)
      .send({ ...rubricOf('Mine'), number: 1 })
      .expect(404);
    await co!.post('/api/rubrics').send(rubricOf('Not of mine', { courseId })).expect(404);
    const assignment = await assign(ilse!, lesson, ids['10a']!);
    await co!.put(`/api/assignments/${assignment}/rubric`).send({ rubricId: own.id }).expect(404);
  });

  it('is refused with what is wrong with it, and nothing is kept', async () => {
    const before = ((await ilse!.get('/api/rubrics')).body as Rubric[]).length;
    const [line] = rubricOf('').criteria;
    for (const [fault, criteria] of [
      ['no-criteria', []],
      ['no-levels', [{ ...line!, levels: line!.levels.slice(0, 1) }]],
      ['same-id', [line, line]],
      ['too-fine', [{ ...line!, weight: 1.234 }]],
    ] as const) {
      const { body } = await ilse!.post('/api/rubrics').send(rubricOf('Wrong', { criteria })).expect(422);
      expect(body).toMatchObject({ code: 'not-a-rubric', fault });
    }
    await ilse!
      .post('/api/rubrics')
      .send(rubricOf('Too long', { criteria: Array.from({ length: 13 }, (_, i) => ({ ...line!, id: `c${i}` })) }))
      .expect(400);
    expect(((await ilse!.get('/api/rubrics')).body as Rubric[]).length).toBe(before);
  });

  it('has a version for each change of its lines; who changes what is not there any more is told', async () => {
    const { id, versionId } = await made();
    const put = (body: object) => ilse!.put(`/api/rubrics/${id}`).send(body);
    const renamed = (await put({ ...rubricOf('Plans'), number: 1 }).expect(200)).body as Rubric;
    expect(renamed).toMatchObject({ name: 'Plans', number: 1, versionId });
    const shorter = { ...rubricOf('Plans'), criteria: rubricOf('').criteria.slice(0, 1) };
    const changed = (await put({ ...shorter, number: 1 }).expect(200)).body as Rubric;
    expect(changed.number).toBe(2);
    expect(changed.versionId).not.toBe(versionId);
    expect((await put({ ...rubricOf('Plans'), number: 1 }).expect(409)).body).toMatchObject({ code: 'rubric-changed' });
  });
});

describe('marks by a rubric', () => {
  it('keep the version that they were given by, also when it is changed after half are marked', async () => {
    const { assignment, rubric, desk, pathOf } = await marked([tam!, wren!]);
    const rubricMarks = { versionId: rubric.versionId, choices: CHOICES };
    await ilse!
      .post(`${await pathOf()}/hand-back`)
      .send({ ...GIVEN, rubric: rubricMarks })
      .expect(204);
    const criteria = rubricOf('').criteria.slice(0, 1);
    const { body } = await ilse!.put(`/api/rubrics/${rubric.id}`).send({ ...rubricOf('P', { criteria }), number: 1 });
    const { versionId } = body as Rubric;
    const now = await desk();
    expect(now.rubric).toMatchObject({ rubricId: rubric.id, versionId });
    expect(now.versions.map((one) => one.number).sort()).toEqual([1, 2]);
    expect(now.queue.find((row) => row.learnerName === 'tam')!.rubric).toEqual(rubricMarks);
    // The other one is marked by the new version, and no line of the old one is taken for it.
    const path = await pathOf('wren');
    const wrong = { ...GIVEN, rubric: { versionId, choices: CHOICES } };
    expect((await ilse!.put(path).send(wrong).expect(422)).body).toMatchObject({ code: 'not-in-rubric' });
    await ilse!
      .put(path)
      .send({ ...wrong, rubric: { versionId, choices: CHOICES.slice(0, 1) } })
      .expect(200);
    const { body: feedback } = await tam!.get(`/api/assignments/${assignment}/feedback`).expect(200);
    expect(feedback).toMatchObject({
      points: 16,
      rubric: rubricMarks,
      rubricVersion: { number: 1, criteria: rubricOf('').criteria },
    });
  });

  it('are of the rubric of this work and of no other, each line once', async () => {
    const { rubric, pathOf } = await marked();
    const other = await made();
    const path = await pathOf();
    for (const wrong of [
      { versionId: other.versionId, choices: CHOICES },
      { versionId: randomUUID(), choices: [] },
      { versionId: rubric.versionId, choices: [...CHOICES, CHOICES[0]] },
      { versionId: rubric.versionId, choices: [{ criterion: 'plan', level: 'l9' }] },
    ])
      expect(
        (
          await ilse!
            .put(path)
            .send({ ...GIVEN, rubric: wrong })
            .expect(422)
        ).body,
      ).toMatchObject({
        code: 'not-in-rubric',
      });
  });

  it('need a word where the points are other than what the rubric comes to', async () => {
    const { rubric, desk, pathOf } = await marked();
    const path = await pathOf();
    const own = { ...GIVEN, points: 17, rubric: { versionId: rubric.versionId, choices: CHOICES } };
    const { body } = await ilse!.post(`${path}/hand-back`).send(own).expect(422);
    expect(body).toMatchObject({ code: 'reason-missing', fields: { reason: expect.any(String) } });
    await ilse!
      .put(`${path}/ready`)
      .send({ ...own, ready: true })
      .expect(422);
    expect((await desk()).queue[0]!.state).toBe('handed-in');
    await ilse!
      .post(`${path}/hand-back`)
      .send({ ...own, reason: 'Helped another boat' })
      .expect(204);
  });

  it('stay where they are not named, and go where they are taken away', async () => {
    const { rubric, desk, pathOf } = await marked();
    const path = await pathOf();
    const rubricMarks = { versionId: rubric.versionId, choices: CHOICES };
    await ilse!
      .put(path)
      .send({ ...GIVEN, rubric: rubricMarks })
      .expect(200);
    await ilse!
      .put(path)
      .send({ ...GIVEN, revision: 1 })
      .expect(200);
    expect((await desk()).queue[0]!.rubric).toEqual(rubricMarks);
    await ilse!
      .put(path)
      .send({ ...GIVEN, revision: 2, rubric: null })
      .expect(200);
    expect((await desk()).queue[0]!.rubric).toBeNull();
  });
});

describe('handing back', () => {
  const ready = { ...GIVEN, points: 4, ready: true };
  it('all that are ready, at once; pressed twice it does it once', async () => {
    const { assignment, desk, pathOf } = await marked([tam!, wren!]);
    await ilse!
      .put(`${await pathOf()}/ready`)
      .send(ready)
      .expect(200);
    expect((await desk()).queue.map((row) => row.readyAt !== null).sort()).toEqual([false, true]);
    const back = () => ilse!.put(`/api/marking/${assignment}/back`).send({ at: null }).expect(200);
    const [{ body }] = await Promise.all([back(), back()]);
    expect(body).toEqual({ hands: 1 });
    const row = await until(async () => {
      const found = (await desk()).queue.find((one) => one.learnerName === 'tam')!;
      return found.state === 'handed-back' ? found : null;
    });
    expect(row).toMatchObject({ points: 4, readyAt: null, backAt: null, revision: 1 });
    expect((await desk()).queue.find((one) => one.learnerName === 'wren')!.state).toBe('handed-in');
    expect((await back()).body).toEqual({ hands: 0 });
  });

  it('at a set time, which can be taken away; what is changed meanwhile is not ready any more', async () => {
    const { assignment, desk, pathOf } = await marked([tam!, wren!]);
    const at = new Date(Date.now() + 3_600_000).toISOString();
    const back = `/api/marking/${assignment}/back`;
    for (const name of ['tam', 'wren'])
      await ilse!
        .put(`${await pathOf(name)}/ready`)
        .send(ready)
        .expect(200);
    await ilse!.put(back).send({ at }).expect(200, { hands: 2 });
    expect((await desk()).queue.map((row) => row.backAt)).toEqual([at, at]);
    await ilse!.delete(back).expect(204);
    expect((await desk()).queue.map((row) => row.backAt)).toEqual([null, null]);
    await ilse!.put(back).send({ at }).expect(200);
    await co!
      .put(await pathOf('wren'))
      .send({ ...GIVEN, points: 2, revision: 1 })
      .expect(200);
    const marking = test.app.get(MarkingService, { strict: false });
    const later = new Date(Date.now() + 7_200_000);
    expect(await marking.dueBack(new Date(), 10)).toEqual([]);
    const due = await marking.dueBack(later, 10);
    expect(due.map((id) => `/api/marking/hand-ins/${id}`)).toEqual([await pathOf()]);
    expect(await marking.handBackReady(due[0]!, new Date())).toBe(false);
    expect(await marking.handBackReady(due[0]!, later)).toBe(true);
    expect(await marking.handBackReady(due[0]!, later)).toBe(false);
    for (const when of ['2020-01-01T00:00:00.000Z', '2999-01-01T00:00:00.000Z'])
      await ilse!.put(back).send({ at: when }).expect(422);
  });

  it('leaves out what was handed in again meanwhile', async () => {
    const { assignment, desk, pathOf } = await marked();
    await ilse!
      .put(`${await pathOf()}/ready`)
      .send(ready)
      .expect(200);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'Better' }).expect(200);
    expect(await test.app.get(HandBackRounds, { strict: false }).together(assignment, null)).toBe(0);
    expect((await desk()).queue[0]).toMatchObject({ state: 'handed-in', readyAt: null });
  });

  it('waits with the rest where so much is being made already, and leaves nothing behind that was ready', async () => {
    const { assignment, desk, pathOf } = await marked();
    const lessonOf = (await desk()).queue[0]! as unknown as { feedbackLessonId: string };
    const samples = speechLike(1);
    await test.app.get(TakesService, { strict: false }).addFinished({
      ...{ lessonId: lessonOf.feedbackLessonId, byId: ids['ilse']!, log: logText([]), frames: samples.length },
      voice: await encoded(samples, 'ogg', 64),
    });
    await ilse!
      .put(`${await pathOf()}/ready`)
      .send(ready)
      .expect(200);
    const database = test.app.get(DataSource);
    const busy = Array.from({ length: MOST_JOBS }, () => randomUUID());
    // They wait for a day: nobody takes them.
    for (const id of busy)
      await database.query(
        `INSERT INTO job (id, kind, lane, ownerId, subjectId, input, state, progress, createdAt, notBefore, attempt, starts)
         VALUES (?, 'make-edition', 'publish', ?, ?, '{}', 'waiting', 0, ?, ?, 1, 0)`,
        [id, ids['ilse'], randomUUID(), new Date(), new Date(Date.now() + 86_400_000)],
      );
    await ilse!.put(`/api/marking/${assignment}/back`).send({ at: null }).expect(200, { hands: 1 });
    const ended = () =>
      database.query("SELECT id FROM job WHERE kind = 'hand-back' AND subjectId = ? AND state = 'done'", [assignment]);
    await until(async () => ((await ended()) as object[])[0] ?? null);
    const [waiting] = (await desk()).queue;
    expect(waiting).toMatchObject({ state: 'handed-in', points: 4 });
    expect(waiting!.readyAt).not.toBeNull();
    await database.query('DELETE FROM job WHERE id IN (?)', [busy]);
    await ilse!.put(`/api/marking/${assignment}/back`).send({ at: null }).expect(200, { hands: 1 });
    await until(async () => ((await desk()).queue[0]!.state === 'handed-back' ? true : null));
  });

  it('can be taken back for a minute: the learner has it no more, and the marks are there', async () => {
    const { assignment, desk, pathOf } = await marked();
    const path = await pathOf();
    await ilse!.post(`${path}/hand-back`).send(GIVEN).expect(204);
    await tam!.get(`/api/assignments/${assignment}/feedback`).expect(200);
    await ilse!.delete(`${path}/hand-back`).expect(204);
    await tam!.get(`/api/assignments/${assignment}/feedback`).expect(404);
    expect((await desk()).queue[0]).toMatchObject({ state: 'handed-in', points: 16, revision: 2 });
    expect((await ilse!.delete(`${path}/hand-back`).expect(409)).body).toMatchObject({ code: 'not-handed-back' });
    await ilse!
      .post(`${path}/hand-back`)
      .send({ ...GIVEN, revision: 2 })
      .expect(204);
    const marking = test.app.get(MarkingService, { strict: false });
    const id = path.split('/').at(-1)!;
    await expect(marking.takeBack(id, new Date(Date.now() + 66_000))).rejects.toMatchObject({
      code: 'too-late-to-take-back',
    });
    expect((await desk()).queue[0]!.state).toBe('handed-back');
  });
});
