import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { linesOf, sectionsOf, type Placed, type Topic, type Unit } from '@oakbell/core/outline';
import { randomUUID } from 'node:crypto';
import { askedWith, assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Item extends Placed {
  readonly title: string;
  readonly whom: string;
  readonly waiting: number;
  readonly learners: number;
}
interface Page {
  readonly name: string;
  readonly units: readonly Unit[];
  readonly topics: readonly Topic[];
  readonly items: readonly Item[];
}
interface OwnPage extends Omit<Page, 'items'> {
  readonly items: readonly (Placed & { readonly work: { readonly title: string; readonly state: string } })[];
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, tam, ola]: Agent[] = [];
let lesson: string;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const all: Agent[] = [];
  for (const name of ['ilse', 'co', 'bo', 'tam', 'ola']) all.push(await test.signedIn(name));
  [ilse, co, bo, tam, ola] = all;
  lesson = (await newLesson(ilse!, 'Tides')).id;
  await record(ilse!, lesson, 1);
  await publish(ilse!, lesson);
});
afterAll(() => test.close());

const pageOf = async (by = ilse!) => (await by.get(`/api/classes/${ids['10a']}/page`).expect(200)).body as Page;
const ownPage = async (by = tam!) => (await by.get(`/api/own-classes/${ids['10a']}`).expect(200)).body as OwnPage;
/** The page as it is read from top to bottom: headings in brackets, items by their last letters. */
const read = ({ units, topics, items }: Page | OwnPage) =>
  linesOf(sectionsOf<Placed>({ units, topics, items })).map((line) =>
    line.kind === 'item'
      ? line.item.id
      : line.kind === 'unit'
        ? `[${line.unit?.name ?? ''}]`
        : `[${line.day} ${line.topic}]`,
  );
const addUnit = async (name: string, more: object = {}) => {
  const { body } = await ilse!
    .post(`/api/classes/${ids['10a']}/units`)
    .send({ name, ...more })
    .expect(201);
  return (body as { id: string }).id;
};
const give = (terms: object = {}) => assign(ilse!, lesson, ids['10a']!, terms);
const move = (id: string, to: object, by = ilse!) =>
  by.put(`/api/assignments/${id}/place`).send({ unitId: null, day: null, before: null, ...to });
/** A page with nothing on it, whatever stood there before. */
beforeEach(async () => {
  const { units, items, topics } = await pageOf();
  for (const { id } of items) await ilse!.delete(`/api/assignments/${id}`).expect(204);
  for (const { id } of units) await ilse!.delete(`/api/classes/${ids['10a']}/units/${id}`).expect(204);
  for (const { day } of topics)
    await ilse!.put(`/api/classes/${ids['10a']}/days/${day}`).send({ unitId: null, topic: '' }).expect(204);
});

describe('what is given', () => {
  it('stands in the unit and on the day that were said, for teachers and learners alike', async () => {
    const [later, sooner] = [
      await give({ unit: 'Tides', day: '2026-03-12' }),
      await give({ unit: 'Tides', day: '2026-03-05' }),
    ];
    const loose = await give();
    const expected = ['[Tides]', '[2026-03-05 ]', sooner, '[2026-03-12 ]', later, '[]', loose];
    expect(read(await pageOf())).toEqual(expected);
    expect(read(await ownPage())).toEqual(expected);
    expect((await pageOf(co)).items[0]).toMatchObject({ title: 'Tides', whom: '', learners: 3, waiting: 0 });
  });

  it('makes a unit once, whoever names it and however it is written', async () => {
    await give({ unit: 'Tides' });
    await give({ unit: ' tides ' });
    expect((await pageOf()).units.map(({ name }) => name)).toEqual(['Tides']);
  });

  it('goes elsewhere when it is changed, and out of its unit when none is said', async () => {
    const id = await give({ unit: 'Tides', day: '2026-03-05' });
    const body = { ...askedWith([lesson]), whom: WHOLE_CLASS };
    const { body: told } = await ilse!
      .put(`/api/assignments/${id}`)
      .send({ ...body, unit: 'Bearings', day: null })
      .expect(200);
    expect(told).toMatchObject({ unit: 'Bearings', day: null });
    expect(read(await pageOf())).toEqual(['[Tides]', '[Bearings]', id]);
    await ilse!.put(`/api/assignments/${id}`).send(body).expect(200);
    expect(read(await pageOf())).toEqual(['[Tides]', '[Bearings]', '[]', id]);
  });

  it('is refused for a day that is in no calendar, and nothing is made of it', async () => {
    const { body } = await ilse!
      .post('/api/assignments')
      .send({
        ...askedWith([lesson]),
        to: [{ classId: ids['10a'], whom: WHOLE_CLASS }],
        unit: 'Tides',
        day: '2026-02-30',
      })
      .expect(400);
    expect(body).toMatchObject({ code: 'not-valid', fields: { day: expect.stringMatching(/no such day/) as string } });
    expect(read(await pageOf())).toEqual([]);
  });

  it('is shown to a learner only where it is theirs, and says whether work waits to those who teach', async () => {
    const own = await give();
    const { body } = await ilse!
      .post('/api/assignments')
      .send({
        ...askedWith([lesson]),
        to: [{ classId: ids['10a'], whom: { ...WHOLE_CLASS, all: false, learners: [ids['wren']] } }],
      })
      .expect(201);
    const [{ id: other }] = body as [{ id: string }];
    expect(read(await ownPage())).toEqual([own]);
    expect((await pageOf()).items.find(({ id }) => id === other)).toMatchObject({ whom: 'wren', learners: 1 });
    await ola!.get(`/api/own-classes/${ids['10a']}`).expect(404);
    await bo!.get(`/api/classes/${ids['10a']}/page`).expect(404);
  });
});

describe('moving what was given', () => {
  it('puts it before another one, or last, in any unit and day', async () => {
    const unit = await addUnit('Tides');
    const [one, two, three] = [await give({ unit: 'Tides' }), await give({ unit: 'Tides' }), await give()];
    await move(three, { unitId: unit, before: two }).expect(204);
    expect(read(await pageOf())).toEqual(['[Tides]', one, three, two]);
    await move(one, { unitId: unit, day: '2026-03-05' }, co).expect(204);
    expect(read(await pageOf())).toEqual(['[Tides]', three, two, '[2026-03-05 ]', one]);
    await move(three, { unitId: unit, before: randomUUID() }).expect(204);
    expect(read(await pageOf())).toEqual(['[Tides]', two, three, '[2026-03-05 ]', one]);
  });

  it('keeps to its class and to the calendar', async () => {
    const id = await give();
    const { body } = await bo!.post(`/api/classes/${ids['10b']}/units`).send({ name: 'Clouds' }).expect(201);
    await move(id, { unitId: (body as { id: string }).id }).expect(404);
    await move(id, { day: '5 March' }).expect(400);
    await move(id, {}, bo).expect(404);
    expect(read(await pageOf())).toEqual([id]);
  });

  it('ends in one order when two move at once', async () => {
    const unit = await addUnit('Tides');
    const all = await Promise.all(Array.from({ length: 6 }, () => give({ unit: 'Tides' })));
    const wishes = all.map((id, i) => move(id, { unitId: unit, before: all[(i + 3) % 6] }, i % 2 ? ilse : co));
    for (const { status } of await Promise.all(wishes)) expect(status).toBe(204);
    const { items } = await pageOf();
    expect(items.map(({ place }) => place).sort()).toEqual([0, 1, 2, 3, 4, 5]);
  });
});

describe('units and days', () => {
  it('stand in the order in which they are put', async () => {
    const [tides, bearings] = [await addUnit('Tides'), await addUnit('Bearings')];
    await addUnit('Plans', { at: 0 });
    const put = (order: readonly string[]) =>
      ilse!.put(`/api/classes/${ids['10a']}/units`).send({ ids: order }).expect(204);
    expect(read(await pageOf())).toEqual(['[Plans]', '[Tides]', '[Bearings]']);
    // One that a colleague made meanwhile is not lost.
    await put([bearings, tides]);
    expect(read(await pageOf())).toEqual(['[Bearings]', '[Tides]', '[Plans]']);
  });

  it('have names of their own in a class', async () => {
    const tides = await addUnit('Tides');
    const bearings = await addUnit('Bearings');
    const at = `/api/classes/${ids['10a']}/units`;
    expect((await ilse!.post(at).send({ name: 'Tides' }).expect(409)).body).toMatchObject({
      code: 'unit-there-already',
    });
    await ilse!.patch(`${at}/${bearings}`).send({ name: 'Tides' }).expect(409);
    await ilse!.patch(`${at}/${tides}`).send({ name: 'Tides and streams' }).expect(204);
    await ilse!.patch(`/api/classes/${ids['10b']}/units/${tides}`).send({ name: 'Mine' }).expect(404);
    expect(read(await pageOf())).toEqual(['[Tides and streams]', '[Bearings]']);
  });

  it('go, and come back with what stood in them', async () => {
    const unit = await addUnit('Tides');
    const id = await give({ unit: 'Tides', day: '2026-03-05' });
    await ilse!.put(`/api/classes/${ids['10a']}/days/2026-03-05`).send({ unitId: unit, topic: 'Springs' }).expect(204);
    await ilse!.delete(`/api/classes/${ids['10a']}/units/${unit}`).expect(204);
    expect(read(await pageOf())).toEqual(['[2026-03-05 Springs]', id]);
    const back = await addUnit('Tides', { at: 0, days: ['2026-03-05'] });
    await move(id, { unitId: back, day: '2026-03-05' }).expect(204);
    expect(read(await pageOf())).toEqual(['[Tides]', '[2026-03-05 Springs]', id]);
  });

  it('say what the class does, until it is taken away', async () => {
    const at = `/api/classes/${ids['10a']}/days/2026-03-05`;
    await ilse!.put(at).send({ unitId: null, topic: 'Springs' }).expect(204);
    await co!.put(at).send({ unitId: null, topic: 'Springs and neaps' }).expect(204);
    expect((await ownPage()).topics).toEqual([{ day: '2026-03-05', unitId: null, topic: 'Springs and neaps' }]);
    await ilse!.put(at).send({ unitId: null, topic: ' ' }).expect(204);
    expect((await ownPage()).topics).toEqual([]);
    await ilse!.put(`/api/classes/${ids['10a']}/days/2026-13-05`).send({ unitId: null, topic: 'x' }).expect(422);
    await ilse!.put(at).send({ unitId: randomUUID(), topic: 'x' }).expect(404);
  });

  it('are as many as a page can hold', async () => {
    for (let i = 0; i < 60; i += 1) await addUnit(`Unit ${i}`);
    const { body } = await ilse!.post(`/api/classes/${ids['10a']}/units`).send({ name: 'More' }).expect(422);
    expect((body as { code: string }).code).toBe('too-many-units');
    expect((await pageOf()).units).toHaveLength(60);
  });
});

it('lists the classes that somebody learns in, and no others', async () => {
  const { body } = await tam!.get('/api/own-classes').expect(200);
  expect((body as { id: string }[]).map(({ id }) => id)).toEqual([ids['10a']]);
});
