import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { JobsService } from '../platform/jobs/index.ts';
import type { RecordStore } from '../standins/recordStore.ts';
import { assign, newLesson, publish, record, until, visit } from '../testing/lesson.ts';
import { startSchoolRecords } from '../testing/records.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
let store: RecordStore;
let test: TestApp;
let [ilse, tam, keeper]: Agent[] = [];
let database: DataSource;
let [lesson, edition, assignment] = ['', '', ''];
beforeAll(async () => {
  store = await startSchoolRecords();
  test = await startTestApp();
  const ids = await addSchool(test);
  database = test.app.get(DataSource);
  [ilse, tam, keeper] = [await test.signedIn('ilse'), await test.signedIn('tam'), await test.signedIn('keeper')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 20);
  edition = (await publish(ilse, lesson)).id;
  assignment = await assign(ilse, lesson, ids['10a']!);
});
afterAll(async () => {
  await test.close();
  await store.close();
});

const VIDEO = 'https://w3id.org/xapi/video/extensions';
const said = () =>
  store.statements.map((one) => {
    const { extensions } = (one['result'] ?? {}) as { extensions?: Record<string, unknown> };
    return [one.verb.display!['en'], extensions?.[`${VIDEO}/played-segments`] ?? ''].join(' ').trim();
  });
/** Lets the round go that the job process makes every minute. */
async function round(): Promise<void> {
  await database.query('UPDATE visit_telling SET dueAt = UTC_TIMESTAMP(3) WHERE dueAt IS NOT NULL');
  const jobs = test.app.get(JobsService, { strict: false });
  const { id } = await jobs.add({ kind: 'tell-records', ownerId: null, subjectId: randomUUID(), input: {} });
  await until(async () => (await jobs.one(id)).state === 'done' || null);
}
const played = async (
  learner: Agent,
  start: number,
  end: number,
  number = 0,
  to?: Awaited<ReturnType<typeof visit>>,
) => {
  const opened = to ?? (await visit(learner, edition));
  await database.query('UPDATE visit SET startedAt = NOW(3) - INTERVAL 60 SECOND WHERE id = ?', [opened.id]);
  await learner
    .post(`/api/watching/visits/${opened.id}/reports`)
    .send({ number, plays: [{ start: start * 1e6, end: end * 1e6, speed: 1 }], position: end * 1e6 })
    .expect(204);
  return opened;
};
const standing = async () => (await keeper!.get('/api/school/records').expect(200)).body as Record<string, unknown>;

it('a record store is told what was watched, under a name that says nothing of who it was', async () => {
  const first = await played(tam!, 0, 8);
  await round();
  expect(said()).toEqual(['paused 0[.]8', 'initialized']);
  expect(JSON.stringify(store.statements)).not.toContain('"tam"');
  expect(await standing()).toMatchObject({ waiting: 0, problem: '', host: new URL(store.endpoint).host });
  // It goes on: what is new is told, and nothing twice.
  await played(tam!, 8, 20, 1, first);
  await round();
  await round();
  expect(said()).toEqual(['completed 0[.]20', 'paused 0[.]20', 'paused 0[.]8', 'initialized']);
  await played(tam!, 0, 3);
  await round();
  expect(said().filter((one) => one.startsWith('completed'))).toHaveLength(1);
  expect(said()).toHaveLength(6);
});

it('what a store does not take stays and is told when it does; whoever keeps the school sees why', async () => {
  const before = said().length;
  for (const [fault, words] of [
    ['refuses', /does not know/],
    ['busy', /is busy/],
  ] as const) {
    store.fault = fault;
    await played(tam!, 2, 5);
    await round();
    expect(await standing()).toMatchObject({ problem: expect.stringMatching(words) as string });
  }
  expect(await standing()).toMatchObject({ waiting: 2 });
  const [{ failures, rest }] = (await database.query(
    'SELECT failures, TIMESTAMPDIFF(SECOND, triedAt, nextAt) AS rest FROM record_store',
  )) as [{ failures: number; rest: string }];
  expect([failures, Number(rest)]).toEqual([2, 120]);
  store.fault = null;
  await round();
  expect(said()).toHaveLength(before + 4);
  expect(await standing()).toMatchObject({ waiting: 0, problem: '', nextAt: null });
});

it('an answer that was lost does no harm: the same is told again, and is there once', async () => {
  await played(tam!, 5, 6);
  await round();
  const before = said().length;
  await database.query('UPDATE visit_telling SET dueAt = UTC_TIMESTAMP(3)');
  await round();
  expect(said()).toHaveLength(before);
});

it('who teaches a class takes its statements along, by name; of another lesson there are none', async () => {
  const { body, headers } = await ilse!
    .get(`/api/watching/assignments/${assignment}/statements?lesson=${lesson}`)
    .expect(200);
  const statements = body as {
    id: string;
    actor: { name: string };
    verb: { display: { en: string } };
    object: { id: string };
  }[];
  expect(headers['content-disposition']).toContain('statements.json');
  expect(new Set(statements.map(({ actor }) => actor.name))).toEqual(new Set(['tam']));
  expect(statements.filter(({ verb }) => verb.display.en === 'completed')).toHaveLength(1);
  expect(new Set(statements.map(({ id }) => id)).size).toBe(statements.length);
  expect(statements.every(({ object }) => URL.canParse(object.id))).toBe(true);
  await ilse!.get(`/api/watching/assignments/${assignment}/statements?lesson=${randomUUID()}`).expect(404);
});
