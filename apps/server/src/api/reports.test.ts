import { createConnection } from 'mysql2/promise';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import type { ActDataSource } from '../platform/database/index.ts';
import { assign, newLesson, publish, record, report, visit, type OpenVisit } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
let test: TestApp;
let database: ActDataSource;
let [teacher, tam, wren]: Agent[] = [];
let edition: string;
let assignment: string;
let classId: string;
beforeAll(async () => {
  test = await startTestApp();
  const ids = await addSchool(test);
  database = test.app.get<ActDataSource>(DataSource);
  [teacher, tam, wren] = [await test.signedIn('ilse'), await test.signedIn('tam'), await test.signedIn('wren')];
  const lesson = await newLesson(teacher);
  await record(teacher, lesson.id, 20);
  edition = (await publish(teacher, lesson.id)).id;
  classId = ids['10a']!;
  assignment = await assign(teacher, lesson.id, classId);
});
afterAll(() => test.close());
beforeEach(async () => {
  await database.query('DELETE FROM play');
  await database.query('DELETE FROM watched');
  await database.query('DELETE FROM sitting');
  await database.query('DELETE FROM uncounted');
});

const at = (learner: Agent, { id }: OpenVisit, number: number, [start, end]: readonly [number, number]) =>
  learner
    .post(`/api/watching/visits/${id}/reports`)
    .send({ number, plays: [{ start: start * 1e6, end: end * 1e6, speed: 1 }], position: end * 1e6 });
const begun = async (learner: Agent, secondsAgo = 20) => {
  const opened = await visit(learner, edition);
  await database.query('UPDATE visit SET startedAt = NOW(3) - INTERVAL ? SECOND WHERE id = ?', [secondsAgo, opened.id]);
  return opened;
};
const shares = async (): Promise<Readonly<Record<string, number>>> => {
  const { body } = await teacher!.get(`/api/watching/assignments/${assignment}`).expect(200);
  const { learners } = body as { learners: { name: string; share: number }[] };
  return Object.fromEntries(learners.map(({ name, share }) => [name, Math.round(share * 20)]));
};
/** The transactions that are made while something is done. */
async function actsDuring(work: () => Promise<unknown>): Promise<number> {
  let acts = 0;
  database.onStatement = (sql, name) => {
    if (sql.startsWith('INSERT INTO play (') && name) acts += 1;
  };
  await work().finally(() => (database.onStatement = null));
  return acts;
}

it('counts the reports of many in few acts, each once', async () => {
  const [mine, hers] = [await begun(tam!), await begun(wren!)];
  const many = Array.from({ length: 15 }, (_, i) => [
    at(tam!, mine, i, [i, i + 1]).expect(204),
    at(wren!, hers, i, [19 - i, 20 - i]).expect(204),
    // The same report at the same moment.
    at(wren!, hers, i, [19 - i, 20 - i]).expect(204),
  ]).flat();
  const acts = await actsDuring(() => Promise.all(many));
  expect(await shares()).toMatchObject({ tam: 15, wren: 15 });
  expect(acts).toBeGreaterThan(0);
  expect(acts).toBeLessThan(20);
  expect(await database.query('SELECT COUNT(*) AS n, MIN(report) AS a, MAX(report) AS z FROM play')).toMatchObject([
    { n: '30', a: 0, z: 14 },
  ]);
});

it('counts what two devices of one learner played, reported in one moment', async () => {
  const [desk, phone] = [await begun(tam!), await begun(tam!)];
  await Promise.all([
    at(tam!, desk, 0, [0, 5]).expect(204),
    at(tam!, phone, 0, [10, 15]).expect(204),
    at(tam!, desk, 1, [5, 6]).expect(204),
  ]);
  expect(await shares()).toMatchObject({ tam: 11 });
});

it('refuses one that claims too much, and one of a stranger’s visit, and counts those beside it', async () => {
  const [mine, hers] = [await begun(tam!, 4), await begun(wren!)];
  await Promise.all([
    at(wren!, hers, 0, [0, 7]).expect(204),
    at(tam!, mine, 0, [0, 15]).expect(422),
    at(tam!, hers, 1, [0, 20]).expect(404),
    at(tam!, mine, 1, [0, 3]).expect(204),
  ]);
  expect(await shares()).toMatchObject({ tam: 3, wren: 7 });
  // It counts for nothing, and is not passed over: who teaches them is told, whatever was behind it.
  const { body } = await teacher!.get(`/api/watching/assignments/${assignment}`).expect(200);
  const { learners } = body as { learners: { name: string; uncounted: object | null }[] };
  const uncounted = Object.fromEntries(learners.map((one) => [one.name, one.uncounted]));
  expect(uncounted).toMatchObject({ tam: { reports: 1, claimedMs: 15_000 }, wren: null });
  await at(tam!, mine, 2, [0, 15]).expect(422);
  const again = (await teacher!.get(`/api/watching/assignments/${assignment}`)).body as typeof body;
  expect(JSON.stringify(again)).toContain('"reports":2,"claimedMs":30000');
});

it('tells what was played again, and on which days by the clock of the school', async () => {
  const mine = await begun(tam!, 40);
  await at(tam!, mine, 0, [0, 8]).expect(204);
  await at(tam!, mine, 1, [4, 8]).expect(204);
  await database.query("UPDATE play SET at = '2026-03-02 23:40:00' WHERE report = 0");
  await database.query("UPDATE play SET at = '2026-03-03 12:00:00' WHERE report = 1");
  const hers = await begun(wren!, 40);
  await at(wren!, hers, 0, [0, 2]).expect(204);
  await database.query("UPDATE play SET at = '2026-03-03 07:00:00' WHERE visitId = ?", [hers.id]);
  const told = async () => {
    const { body } = await teacher!.get(`/api/watching/assignments/${assignment}`).expect(200);
    return body as { days: object[]; learners: { name: string; again: object[] }[] };
  };
  const { days, learners } = await told();
  expect(learners.find(({ name }) => name === 'tam')?.again).toEqual([{ start: 4e6, end: 8e6 }]);
  expect(days).toEqual([
    { day: '2026-03-02', learners: 1, playedMs: 8000 },
    { day: '2026-03-03', learners: 2, playedMs: 6000 },
  ]);
  // Where it is half past five in the morning by then, that evening is the day after.
  const keeper = await test.signedIn('keeper');
  const { body: school } = await keeper.get('/api/school').expect(200);
  const move = (timeZone: string) =>
    keeper
      .put('/api/school')
      .send({ ...(school as object), timeZone })
      .expect(200);
  await move('Asia/Kolkata');
  const there = (await told()).days;
  await move((school as { timeZone: string }).timeZone);
  expect(there).toEqual([{ day: '2026-03-03', learners: 2, playedMs: 14_000 }]);
});

it('takes every speed that a player has, and no other', async () => {
  const mine = await begun(tam!);
  await report(tam!, mine, 2e6, { speed: 2.5 }).expect(204);
  await report(tam!, mine, 2e6, { speed: 0.5, number: 1 }).expect(204);
  await report(tam!, mine, 2e6, { speed: 3, number: 2 }).expect(400);
  await report(tam!, mine, 2e6, { speed: 0.4, number: 2 }).expect(400);
});

it('lets nobody watch more than passed by opening a lesson again and again, in one moment or one by one', async () => {
  const opened = await Promise.all(Array.from({ length: 5 }, () => visit(tam!, edition)));
  const began = Date.now();
  const told = opened.map((one, i) => at(tam!, one, 0, [i * 2, i * 2 + 2]));
  const statuses = (await Promise.all(told)).map(({ status }) => status);
  for (let i = 5; i < 10; i += 1)
    statuses.push((await at(tam!, await visit(tam!, edition), 0, [i * 2, i * 2 + 2])).status);
  const passed = (Date.now() - began) / 1000 + 1;
  expect(new Set(statuses)).toEqual(new Set([204, 422]));
  expect((await shares())['tam']).toBeLessThanOrEqual(Math.ceil(2.5 + passed));
});

it('counts what is told days later for the days when it was played', async () => {
  await database.query('UPDATE edition SET createdAt = NOW(3) - INTERVAL 5 DAY WHERE id = ?', [edition]);
  const id = randomUUID();
  const agoMs = 2 * 24 * 3_600_000;
  await tam!.put(`/api/watching/visits/${id}`).send({ editionId: edition, agoMs }).expect(200);
  const plays = [{ start: 0, end: 12e6, speed: 1 }];
  const late = { number: 0, plays, position: 12e6, agoMs: agoMs - 12_000 };
  await tam!.post(`/api/watching/visits/${id}/reports`).send(late).expect(204);
  expect(await shares()).toMatchObject({ tam: 12 });
  const [row] = (await database.query('SELECT TIMESTAMPDIFF(HOUR, lastAt, NOW(3)) AS hours FROM watched')) as [
    { hours: number },
  ];
  expect(Number(row.hours)).toBe(47);
});

it('keeps nobody waiting for the lock of another visit', async () => {
  const [mine, hers] = [await begun(tam!), await begun(wren!)];
  const other = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
  await other.beginTransaction();
  await other.query('SELECT id FROM visit WHERE id = ? FOR UPDATE', [mine.id]);
  let held = true;
  const waiting = Promise.resolve(at(tam!, mine, 0, [0, 5]).expect(204)).then(() => expect(held).toBe(false));
  await at(wren!, hers, 0, [0, 5]).expect(204);
  await at(wren!, hers, 1, [5, 9]).expect(204);
  expect(await shares()).toMatchObject({ tam: 0, wren: 9 });
  held = false;
  await other.commit();
  await waiting;
  await other.end();
  expect(await shares()).toMatchObject({ tam: 5, wren: 9 });
});

it('counts the others where one of a round cannot be written', async () => {
  const [mine, hers] = [await begun(tam!), await begun(wren!)];
  let rounds = 0;
  database.onStatement = (sql) => {
    if (!sql.startsWith('INSERT INTO play')) return;
    rounds += 1;
    if (rounds === 1) throw new Error('one of these rows is refused');
  };
  const told = await Promise.all([
    report(tam!, mine, 2e6),
    report(wren!, hers, 3e6),
    report(wren!, hers, 4e6, { number: 1 }),
  ]).finally(() => (database.onStatement = null));
  const counted = told.filter(({ status }) => status === 204).length;
  // Whoever was alone in the round that broke is told to send it again.
  for (const { status } of told) expect([204, 500]).toContain(status);
  expect(counted).toBeGreaterThanOrEqual(2);
  await report(tam!, mine, 2e6).expect(204);
  await report(wren!, hers, 3e6).expect(204);
  await report(wren!, hers, 4e6, { number: 1 }).expect(204);
  expect(await shares()).toMatchObject({ tam: 2, wren: 4 });
});

describe('whether it was watched when it was due', () => {
  interface Told {
    readonly learners: readonly { name: string; times: number; days: number; done: string | null }[];
  }
  const told = async () => {
    const { body } = await teacher!.get(`/api/watching/assignments/${assignment}`).expect(200);
    return Object.fromEntries(
      (body as Told).learners.map(({ name, times, days, done }) => [name, { times, days, done }]),
    );
  };
  const dueIn = (seconds: number) =>
    database.query('UPDATE assignment SET dueAt = NOW(3) + INTERVAL ? SECOND WHERE id = ?', [seconds, assignment]);
  afterEach(() => dueIn(86_400));

  it('is told of who watched enough, from what they had seen until then', async () => {
    const [mine, hers] = [await begun(tam!), await begun(wren!)];
    await at(tam!, mine, 0, [0, 19]).expect(204);
    await at(wren!, hers, 0, [0, 10]).expect(204);
    expect(await told()).toMatchObject({ tam: { times: 1, days: 1, done: 'on-time' }, wren: { times: 1, done: null } });
    // It is due; then one of them looks at a part again, the other one at the rest.
    await database.query('UPDATE play SET at = NOW(3) - INTERVAL 2 HOUR');
    await database.query('UPDATE watched SET lastAt = NOW(3) - INTERVAL 2 HOUR');
    await dueIn(-3600);
    await at(tam!, mine, 1, [0, 1]).expect(204);
    await at(wren!, hers, 1, [10, 20]).expect(204);
    expect(await told()).toMatchObject({ tam: { times: 2, done: 'on-time' }, wren: { times: 2, done: 'late' } });
  });

  it('stands beside each other for all classes, and for one learner over all lessons', async () => {
    await at(tam!, await begun(tam!), 0, [0, 20]).expect(204);
    const { body } = await teacher!.get(`/api/watching/assignments/${assignment}`).expect(200);
    const { lessonId, learners } = body as { lessonId: string; learners: { id: string; name: string }[] };
    const { body: classes } = await teacher!.get(`/api/watching/lessons/${lessonId}/classes`).expect(200);
    const [first] = classes as { learners: number; warmth: number[]; meanShare: number }[];
    expect(classes).toMatchObject([{ assignmentId: assignment, begun: 1, watched: 1, onTime: 1 }]);
    expect(first!.meanShare).toBeCloseTo(1 / first!.learners, 3);
    expect(first!.warmth).toHaveLength(100);
    const id = learners.find(({ name }) => name === 'tam')!.id;
    const { body: own } = await teacher!.get(`/api/watching/classes/${classId}/learners/${id}`).expect(200);
    expect(own).toMatchObject({ name: 'tam', lessons: [{ assignmentId: assignment, share: 1, done: 'on-time' }] });
    const elsewhere = `/api/watching/classes/${classId}/learners/${randomUUID()}`;
    expect((await teacher!.get(elsewhere).expect(404)).body).toMatchObject({ code: 'not-found' });
  });
});

describe('today', () => {
  it('tells what is not yet watched by all of what is due soon or was lately, the nearest first', async () => {
    const lesson = await newLesson(teacher!);
    await record(teacher!, lesson.id, 1);
    await publish(teacher!, lesson.id);
    const days = [-40, -3, 9, 1.5, -15];
    const given: string[] = [];
    for (const day of days) {
      const id = await assign(teacher!, lesson.id, classId);
      await database.query('UPDATE assignment SET dueAt = NOW(3) + INTERVAL ? HOUR WHERE id = ?', [day * 24, id]);
      given.push(id);
    }
    const { body } = await teacher!.get('/api/today').expect(200);
    const told = (body as { notWatched: { assignmentId: string }[] }).notWatched.map((one) => one.assignmentId);
    expect(told.filter((id) => given.includes(id))).toEqual([given[3], given[1], given[2]]);
  });
});
