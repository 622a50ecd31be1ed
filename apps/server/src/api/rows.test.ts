import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { Acts } from '../platform/acts/index.ts';
import type { ActDataSource } from '../platform/database/index.ts';
import { assign, newLesson, publish, record, visit } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* What has no type has no row: the database refuses it, whoever writes it. */
let test: TestApp;
let database: ActDataSource;
const rows: Record<string, string> = {};
beforeAll(async () => {
  test = await startTestApp();
  const ids = await addSchool(test);
  database = test.app.get<ActDataSource>(DataSource);
  const [teacher, learner] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  const lesson = await newLesson(teacher);
  const take = await record(teacher, lesson.id, 1);
  const edition = await publish(teacher, lesson.id);
  const assignment = await assign(teacher, lesson.id, ids['10a']!);
  await learner.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const visits = await visit(learner, edition.id);
  const one = async (sql: string) => ((await database.query(sql)) as { id: string }[])[0]!.id;
  Object.assign(rows, {
    lesson: lesson.id,
    take,
    edition: edition.id,
    assignment,
    visit: visits.id,
    page: lesson.page,
    submission: await one('SELECT id FROM submission'),
    feedback: await one("SELECT id FROM lesson WHERE kind = 'feedback'"),
    job: await one("SELECT id FROM job WHERE state = 'done'"),
  });
});
afterAll(() => test.close());

const CANNOT_BE: readonly (readonly [what: string, table: string, set: string, row: string])[] = [
  ['a lesson of an unknown kind', 'lesson', "kind = 'song'", 'lesson'],
  ['a slide lesson about a hand-in', 'lesson', 'submissionId = (SELECT id FROM submission)', 'lesson'],
  ['a slide lesson that answers an assignment', 'lesson', 'answersId = (SELECT id FROM assignment)', 'lesson'],
  ['feedback about nothing', 'lesson', 'submissionId = NULL', 'feedback'],
  ['feedback saved as an opening', 'lesson', "savedAs = 'opening'", 'feedback'],
  ['a lesson with something to undo, and none that is next', 'lesson', '`undo` = NULL, undoable = 1', 'lesson'],
  ['a finished take without a length', 'take', 'frames = NULL', 'take'],
  ['an open take with a length', 'take', "state = 'open'", 'take'],
  ['a ready edition without a manifest', 'edition', 'manifest = NULL', 'edition'],
  ['a failed edition with one', 'edition', "state = 'failed'", 'edition'],
  ['typed text with files', 'submission', `fileNames = '["a.pdf"]'`, 'submission'],
  ['files without a name', 'submission', "kind = 'file', text = ''", 'submission'],
  ['a spoken hand-in without an answer', 'submission', "kind = 'spoken', text = ''", 'submission'],
  [
    'a running job that nobody works on',
    'job',
    "state = 'running', endedAt = NULL, result = NULL, runner = NULL",
    'job',
  ],
  [
    'a waiting job that somebody works on',
    'job',
    "state = 'waiting', endedAt = NULL, result = NULL, runner = UUID()",
    'job',
  ],
  ['a job that is done and never ended', 'job', 'endedAt = NULL', 'job'],
  ['a job that is done and failed', 'job', "failureText = 'It broke.'", 'job'],
  ['a failed job that does not say why', 'job', "state = 'failed', result = NULL", 'job'],
  ['a board without a ground', 'page', 'backdrop = NULL', 'page'],
  ['a board that plays a clip', 'page', `clip = '{}'`, 'page'],
  ['a page to answer on, where no answer is asked for', 'assignment', 'answerPage = UUID()', 'assignment'],
  ['a place in nothing', 'visit', 'atSourceId = NULL, atTime = 5', 'visit'],
];
it.each(CANNOT_BE)('there is no row for %s', async (_, table, set, row) => {
  const sql = `UPDATE \`${table}\` SET ${set} WHERE id = ?`;
  const failure = await database.query(sql, [rows[row]]).then(
    () => null,
    (error: Error & { errno?: number }) => error,
  );
  // ER_CONSTRAINT_FAILED
  expect([failure?.errno, failure?.message]).toEqual([4025, expect.stringContaining('CHK_')]);
});

it('a lesson that has no place among lessons is given none', async () => {
  const teacher = await test.signedIn('ilse');
  const course = (await teacher.post('/api/courses').send({ name: 'Tides' }).expect(201)).body as { id: string };
  const unit = (await teacher.post(`/api/courses/${course.id}/units`).send({ name: 'Springs' }).expect(201)).body as {
    id: string;
  };
  for (const facts of [{ savedAs: 'template' }, { unitId: unit.id }]) {
    await teacher
      .post('/api/library/changes')
      .send({ ids: [rows['feedback']], ...facts })
      .expect(404);
  }
});

it('a take that is not finished can be recorded on, and not be heard', async () => {
  const teacher = await test.signedIn('ilse');
  const take = randomUUID();
  const { id } = await newLesson(teacher);
  await teacher.put(`/api/takes/${take}`).send({ lessonId: id, windowKey: 'test-window' }).expect(200);
  for (const what of ['analysis', 'peaks']) await teacher.get(`/api/takes/${take}/${what}`).expect(404);
  const { body } = await teacher.get(`/api/lessons/${id}/takes`).expect(200);
  expect(body).toMatchObject([{ id: take, state: 'open', length: 0 }]);
});

it('an act that cannot be taken back leaves nothing to whoever has its connection next', async () => {
  const acts = test.app.get(Acts);
  database.onStatement = (sql) => {
    if (sql !== 'ROLLBACK') return;
    database.onStatement = null;
    throw new Error('the line broke');
  };
  const broken = acts.do(async () => {
    await database.query("UPDATE lesson SET title = 'never kept' WHERE id = ?", [rows['lesson']]);
    throw new Error('broken on purpose');
  });
  await expect(broken).rejects.toThrow('broken on purpose');
  // Whoever begins something keeps what was left open on its connection: every connection begins something.
  await Promise.all(Array.from({ length: 40 }, () => acts.do(() => database.query('SELECT SLEEP(0.05)'))));
  const [{ title }] = (await database.query('SELECT title FROM lesson WHERE id = ?', [rows['lesson']])) as [
    { title: string },
  ];
  expect(title).not.toBe('never kept');
});

it('an act that writes what somebody wrote since it looked, looks once more and finds it', async () => {
  const acts = test.app.get(Acts);
  await database.query('CREATE TABLE race (name CHAR(3) PRIMARY KEY)');
  const looks: number[] = [];
  let bothLooked = () => {};
  const both = new Promise<void>((resolve) => (bothLooked = resolve));
  const write = () =>
    acts.do(async () => {
      const there = (await database.query('SELECT name FROM race')) as unknown[];
      looks.push(there.length);
      if (there.length > 0) return 'there';
      if (looks.length === 2) bothLooked();
      await both;
      await database.query("INSERT INTO race VALUES ('one')");
      return 'written';
    });
  expect((await Promise.all([write(), write()])).sort()).toEqual(['there', 'written']);
  expect(looks).toEqual([0, 0, 1]);
  // What is there already in any case is said to be so, and not tried for ever.
  const tries: number[] = [];
  const blind = acts.do(async () => {
    tries.push(1);
    await database.query("INSERT INTO race VALUES ('one')");
  });
  await expect(blind).rejects.toThrow('Duplicate entry');
  expect(tries).toHaveLength(2);
  await database.query('DROP TABLE race');
});
