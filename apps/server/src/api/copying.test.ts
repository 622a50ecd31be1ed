import { DataSource } from 'typeorm';
import { daysAfter } from '@oakbell/core/outline';
import { SchoolService } from '../modules/school/index.ts';
import { assign, askedWith, newLesson, publish, record } from '../testing/lesson.ts';
import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Plan {
  readonly since: string;
  readonly onto: string;
  readonly units: number;
  readonly topics: number;
  readonly items: readonly {
    readonly id: string;
    readonly title: string;
    readonly unit: string | null;
    readonly newDueAt: string | null;
    readonly notes: readonly string[];
    readonly can: boolean;
    readonly usual: boolean;
  }[];
}
interface Page {
  readonly units: readonly { readonly id: string; readonly name: string }[];
  readonly topics: readonly { readonly day: string; readonly topic: string }[];
  readonly items: readonly {
    readonly id: string;
    readonly unitId: string | null;
    readonly day: string | null;
    readonly dueAt: string;
    readonly learners: number;
  }[];
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, tam]: Agent[] = [];
let lesson: string;
/** A class of ilse's with nobody in it, in a term that begins on a Monday. */
let next: string;
/** Mondays: of the week in which things were given, and of another one ten weeks later. */
const [SINCE, ONTO] = (() => {
  const today = new Date().toISOString().slice(0, 10);
  const monday = daysAfter(today, 8 - (new Date(`${today}T00:00:00Z`).getUTCDay() || 7));
  return [monday, daysAfter(monday, 70)] as const;
})();
const DUE = `${daysAfter(SINCE, 3)}T15:00:00.000Z`;

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  await test.app.get(SchoolService, { strict: false }).begin({ name: 'Skerry Quay', timeZone: 'UTC' });
  const all: Agent[] = [];
  for (const name of ['ilse', 'co', 'bo', 'tam']) all.push(await test.signedIn(name));
  [ilse, co, bo, tam] = all;
  lesson = (await newLesson(ilse!, 'Tides')).id;
  await record(ilse!, lesson, 1);
  await publish(ilse!, lesson);
});
afterAll(() => test.close());
beforeEach(async () => {
  const run = (sql: string, values: readonly unknown[] = []) => test.app.get(DataSource).query(sql, [...values]);
  for (const table of ['submission', 'assignment', 'class_day', 'class_unit', 'course_copy', 'term'])
    await run(`DELETE FROM ${table}`);
  await run('UPDATE school SET holidays = ?', ['[]']);
  const { body } = await ilse!.post('/api/classes').send({ name: 'Next', course: '' }).expect(201);
  next = (body as { id: string }).id;
});

const planOf = async (query: object = { since: SINCE, onto: ONTO }, by = ilse!) =>
  (await by.get(`/api/classes/${next}/copies/from/${ids['10a']}`).query(query).expect(200)).body as Plan;
const copy = (all: readonly string[], more: object = { since: SINCE, onto: ONTO }, by = ilse!) =>
  by.post(`/api/classes/${next}/copies`).send({ from: ids['10a'], ids: all, ...more });
const pageOf = async (id = next) => (await ilse!.get(`/api/classes/${id}/page`).expect(200)).body as Page;
const give = (terms: object = {}) => assign(ilse!, lesson, ids['10a']!, { dueAt: DUE, ...terms });

it('is shown before it is done: what becomes of each, and nothing is changed', async () => {
  const id = await give({ unit: 'Tides', day: daysAfter(SINCE, 1) });
  await ilse!.put(`/api/classes/${ids['10a']}/days/${daysAfter(SINCE, 1)}`).send({ unitId: null, topic: 'Springs' });
  const plan = await planOf();
  expect(plan).toMatchObject({ since: SINCE, onto: ONTO, units: 1, topics: 1 });
  expect(plan.items).toEqual([
    expect.objectContaining({
      ...{ id, title: 'Tides', unit: 'Tides', notes: [], can: true, usual: true },
      newDueAt: `${daysAfter(ONTO, 3)}T15:00:00.000Z`,
    }),
  ]);
  expect(await pageOf()).toMatchObject({ units: [], topics: [], items: [] });
});

it('moves days by weekday and leaves out days off', async () => {
  await give({ day: daysAfter(SINCE, 3) });
  const off = [{ name: 'Half term', from: ONTO, to: daysAfter(ONTO, 4) }];
  await test.app.get(DataSource).query('UPDATE school SET holidays = ?', [JSON.stringify(off)]);
  const { items } = await planOf();
  expect(items[0]?.newDueAt).toBe(`${daysAfter(ONTO, 10)}T15:00:00.000Z`);
});

it('begins where the terms begin, where no days are said', async () => {
  await give();
  await test.app
    .get(DataSource)
    .query('INSERT INTO term (id, name, startsOn, endsOn) VALUES (UUID(), ?, ?, ?)', [
      'Spring',
      ONTO,
      daysAfter(ONTO, 2),
    ]);
  const [{ id: termId }] = (await ilse!.get('/api/terms').expect(200)).body as [{ id: string }];
  await ilse!.patch(`/api/classes/${next}`).send({ name: 'Next', course: '', termId }).expect(204);
  const plan = await planOf({ since: SINCE });
  expect(plan.onto).toBe(ONTO);
  // It is due after that short term, which is said; it is copied all the same.
  expect(plan.items[0]).toMatchObject({ notes: ['after-term'], usual: true });
});

it('brings units, topics and what was given, for all of the class, and can be taken back whole', async () => {
  const [one, two] = [await give({ unit: 'Tides', day: daysAfter(SINCE, 1), points: 7 }), await give()];
  await ilse!.put(`/api/classes/${ids['10a']}/days/${daysAfter(SINCE, 1)}`).send({ unitId: null, topic: 'Springs' });
  await ilse!.post(`/api/classes/${next}/units`).send({ name: 'tides' }).expect(201);
  const { body } = await copy([one, two]).expect(201);
  const page = await pageOf();
  expect(page.units.map(({ name }) => name)).toEqual(['tides']);
  expect(page.topics).toMatchObject([{ day: daysAfter(ONTO, 1), topic: 'Springs' }]);
  expect(page.items).toMatchObject([
    { unitId: page.units[0]!.id, day: daysAfter(ONTO, 1), dueAt: `${daysAfter(ONTO, 3)}T15:00:00.000Z` },
    { unitId: null, day: null },
  ]);
  const given = await ilse!.get(`/api/assignments/${page.items[0]!.id}`).expect(200);
  expect(given.body).toMatchObject({ points: 7, lessonIds: [lesson], whom: WHOLE_CLASS, unit: 'tides' });
  const { body: copies } = await ilse!.get(`/api/classes/${next}/copies`).expect(200);
  expect(copies).toMatchObject([{ fromName: '10a' }]);
  await ilse!.delete(`/api/classes/${next}/copies/${(body as { id: string }).id}`).expect(204);
  expect(await pageOf()).toMatchObject({ units: [{ name: 'tides' }], topics: [], items: [] });
  expect((await pageOf(ids['10a'])).items).toHaveLength(2);
});

it('says what would be due in the past and what only some had, and takes neither unasked', async () => {
  const [plain, some] = [
    await give(),
    (
      (
        await ilse!
          .post('/api/assignments')
          .send({
            ...askedWith([lesson], { dueAt: DUE }),
            to: [{ classId: ids['10a'], whom: { ...WHOLE_CLASS, but: [ids['tam']] } }],
          })
          .expect(201)
      ).body as [{ id: string }]
    )[0].id,
  ];
  const notes = async (query: object) =>
    Object.fromEntries((await planOf(query)).items.map((item) => [item.id, [item.notes, item.can, item.usual]]));
  expect(await notes({ since: SINCE, onto: ONTO })).toEqual({
    [plain]: [[], true, true],
    [some]: [['was-for-some'], true, false],
  });
  const past = { since: SINCE, onto: daysAfter(SINCE, -70) };
  expect((await notes(past))[plain]).toEqual([['past'], false, false]);
  const { body } = await copy([plain], past).expect(409);
  expect((body as { code: string }).code).toBe('cannot-copy');
  expect((await pageOf()).items).toEqual([]);
});

it('is for who teaches both classes, of lessons that they can give', async () => {
  const id = await give();
  await bo!.get(`/api/classes/${next}/copies/from/${ids['10a']}`).expect(404);
  await co!.get(`/api/classes/${next}/copies/from/${ids['10a']}`).expect(404);
  await ilse!.post(`/api/classes/${next}/teachers`).send({ signInName: 'co' }).expect(201);
  expect((await planOf(undefined, co)).items[0]).toMatchObject({ notes: ['not-usable'], can: false });
  await copy([id], undefined, co).expect(409);
  expect((await ilse!.get(`/api/classes/${next}/copies/from/${next}`).expect(422)).body).toMatchObject({
    code: 'same-class',
  });
  expect((await ilse!.get(`/api/classes/${next}/copies/from/${ids['10a']}`).query({ onto: '2026-02-30' })).status).toBe(
    400,
  );
});

it('is done once, however often it is sent', async () => {
  const id = await give();
  const sent = () => copy([id]).set('Idempotency-Key', 'b1f3b1e4-7a3e-4a3e-9b1e-1d2c3b4a5f60');
  const [first, again] = [await sent().expect(201), await sent().expect(201)];
  expect(again.body).toEqual(first.body);
  expect((await pageOf()).items).toHaveLength(1);
});

it('stays once learners have handed something in for it', async () => {
  const id = await give();
  const { body } = await copy([id]).expect(201);
  await ilse!
    .post(`/api/classes/${next}/learners`)
    .send({ learners: [{ name: 'tam', signInName: 'tam' }] })
    .expect(201);
  const [item] = (await pageOf()).items;
  await tam!.put(`/api/assignments/${item!.id}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const refused = await ilse!.delete(`/api/classes/${next}/copies/${(body as { id: string }).id}`).expect(409);
  expect(refused.body).toMatchObject({ code: 'work-is-there' });
  expect((await pageOf()).items).toHaveLength(1);
});
