import type supertest from 'supertest';
import { DataSource } from 'typeorm';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = ReturnType<typeof supertest.agent>;
interface Class {
  readonly joinCode: { readonly code: string; readonly until: string } | null;
  readonly asking: readonly { readonly id: string; readonly name: string }[];
  readonly roster: readonly { readonly id: string; readonly name: string; readonly needs: object | null }[];
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, ola, keeper]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
beforeEach(async () => {
  [ilse, co, bo, ola, keeper] = [
    await test.signedIn('ilse'),
    await test.signedIn('co'),
    await test.signedIn('bo'),
    await test.signedIn('ola'),
    await test.signedIn('keeper'),
  ];
  await test.app.get(DataSource).query('DELETE FROM class_asking');
});
afterAll(() => test.close());

const classOf = async (by: Agent): Promise<Class> =>
  (await by.get(`/api/classes/${ids['10a']}`).expect(200)).body as Class;
const open = async (): Promise<string> =>
  ((await ilse!.put(`/api/classes/${ids['10a']}/join-code`).expect(200)).body as { code: string }).code;
const ask = (by: Agent, code: string, status = 204) => by.post('/api/joining').send({ code }).expect(status);
const answer = (by: Agent, letIn: boolean, status = 204) =>
  by.put(`/api/classes/${ids['10a']}/asking/${ids['ola']}`).send({ letIn }).expect(status);

describe('joining a class by its code', () => {
  it('needs the yes of a teacher, and takes nobody in before', async () => {
    const code = await open();
    await ask(ola!, `${code.slice(0, 4)}-${code.slice(4).toLowerCase()}`);
    await ask(ola!, code);
    expect((await ola!.get('/api/joining').expect(200)).body).toMatchObject([{ className: '10a' }]);
    const before = await classOf(co!);
    expect(before.asking).toMatchObject([{ id: ids['ola'], name: 'ola' }]);
    expect(before.roster.map((one) => one.name)).not.toContain('ola');
    await answer(co!, true);
    const after = await classOf(ilse!);
    expect([after.asking, after.roster.some((one) => one.name === 'ola')]).toEqual([[], true]);
    await answer(ilse!, true, 404);
    // Who is in it already asks for nothing.
    await ask(ola!, code);
    expect((await classOf(ilse!)).asking).toEqual([]);
    await ilse!.delete(`/api/classes/${ids['10a']}/members/${ids['ola']}`).expect(200);
  });

  it('a no leaves everything as it was, and they can ask again', async () => {
    const code = await open();
    await ask(ola!, code);
    await answer(ilse!, false);
    expect((await ola!.get('/api/joining')).body).toEqual([]);
    await ask(ola!, code);
    expect((await classOf(ilse!)).asking).toHaveLength(1);
  });

  it('a code that was closed, replaced or has run out opens nothing', async () => {
    const [first, second] = [await open(), await open()];
    expect((await ask(ola!, first, 404)).body).toMatchObject({ code: 'no-such-code' });
    await test.app.get(DataSource).query('UPDATE school_class SET joinUntil = NOW(3) - INTERVAL 1 SECOND');
    await ask(ola!, second, 404);
    expect((await classOf(ilse!)).joinCode).toBeNull();
    const third = await open();
    await ilse!.delete(`/api/classes/${ids['10a']}/join-code`).expect(204);
    await ask(ola!, third, 404);
  });

  it('codes cannot be guessed: ten in an hour, the right one too', async () => {
    const code = await open();
    const tam = await test.signedIn('tam');
    for (const guess of ['', 'K7MP-2QRT', '%', 'x'.repeat(41)]) {
      const status = (await tam.post('/api/joining').send({ code: guess })).status;
      expect([guess, status]).toEqual([guess, guess === '' || guess.length > 40 ? 400 : 404]);
    }
    for (let i = 0; i < 8; i += 1) await ask(tam, 'K7MP-2QRT', 404);
    expect((await ask(tam, code, 429)).body).toMatchObject({ code: 'too-many-codes' });
    await ask(ola!, code);
  });
});

describe('what a learner needs', () => {
  const path = () => `/api/people/${ids['wren']}/needs`;
  const NEEDS = { captions: true, largerText: true, extraTime: 0.5 };

  it('is known to those who teach them, and not to the keeper', async () => {
    await ilse!.put(path()).send(NEEDS).expect(204);
    expect((await co!.get(path()).expect(200)).body).toEqual(NEEDS);
    await bo!.get(path()).expect(404);
    await keeper!.get(path()).expect(403);
    const needsIn = async (by: Agent) => (await classOf(by)).roster.find((one) => one.id === ids['wren'])!.needs;
    expect([await needsIn(co!), await needsIn(keeper!)]).toEqual([NEEDS, null]);
    for (const wrong of [
      { ...NEEDS, extraTime: 0.3 },
      { ...NEEDS, captions: 'yes' },
      { ...NEEDS, more: 1 },
    ])
      await ilse!.put(path()).send(wrong).expect(400);
    await ilse!.put(path()).send({ captions: false, largerText: false, extraTime: 0 }).expect(204);
    expect(await test.app.get(DataSource).query('SELECT * FROM accommodation')).toEqual([]);
  });

  it('larger letters come by themselves, until somebody chooses their own', async () => {
    await ilse!.put(path()).send(NEEDS).expect(204);
    const wren = await test.signedIn('wren');
    const look = async () => {
      const { textSize, chosenTextSize, lessMotion } = (await wren.get('/api/session').expect(200)).body as Record<
        string,
        unknown
      >;
      return [textSize, chosenTextSize, lessMotion];
    };
    expect(await look()).toEqual(['large', null, false]);
    await wren.put('/api/look').send({ textSize: 'larger', lessMotion: true }).expect(204);
    expect(await look()).toEqual(['larger', 'larger', true]);
    await wren.put('/api/look').send({ textSize: 'huge', lessMotion: true }).expect(400);
  });
});

describe('groups inside a class', () => {
  interface Group {
    readonly id: string;
    readonly name: string;
    readonly members: readonly string[];
  }
  const groups = async (): Promise<readonly Group[]> =>
    ((await classOf(ilse!)) as unknown as { groups: readonly Group[] }).groups;
  const path = () => `/api/classes/${ids['10a']}/groups`;

  it('are made, filled, renamed and removed by whoever runs the class', async () => {
    const { body } = await ilse!
      .post(path())
      .send({ name: ' Port watch ', members: [ids['tam'], ids['wren'], ids['tam']] })
      .expect(201);
    const { id } = body as { id: string };
    expect((await groups()).map(({ name, members }) => [name, members.length])).toEqual([['Port watch', 2]]);
    await co!
      .put(`${path()}/${id}`)
      .send({ name: 'Starboard watch', members: [ids['wren']] })
      .expect(204);
    expect(await groups()).toEqual([{ id, name: 'Starboard watch', members: [ids['wren']] }]);
    await bo!.delete(`${path()}/${id}`).expect(404);
    await ilse!.delete(`${path()}/${id}`).expect(204);
    await ilse!.delete(`${path()}/${id}`).expect(404);
    expect(await groups()).toEqual([]);
  });

  it('hold nobody who is not in the class, and nobody who has left it', async () => {
    expect(
      (
        await ilse!
          .post(path())
          .send({ name: 'x', members: [ids['ola']] })
          .expect(422)
      ).body,
    ).toMatchObject({
      code: 'not-in-class',
    });
    expect(await groups()).toEqual([]);
    const { id } = (
      await ilse!
        .post(path())
        .send({ name: 'Watch', members: [ids['wren']] })
        .expect(201)
    ).body as {
      id: string;
    };
    const { back } = (await ilse!.delete(`/api/classes/${ids['10a']}/members/${ids['wren']}`).expect(200)).body as {
      back: string;
    };
    expect((await groups())[0]!.members).toEqual([]);
    await ilse!.put(`/api/classes/${ids['10a']}/members/${ids['wren']}`).send({ back }).expect(204);
    expect((await groups())[0]!.members).toEqual([ids['wren']]);
    await ilse!.delete(`${path()}/${id}`).expect(204);
  });

  it('are not without end', async () => {
    for (let i = 0; i < 40; i += 1)
      await ilse!
        .post(path())
        .send({ name: `Group ${i}`, members: [] })
        .expect(201);
    expect((await ilse!.post(path()).send({ name: 'x', members: [] }).expect(422)).body).toMatchObject({
      code: 'too-many-groups',
    });
    for (const wrong of [{ name: '', members: [] }, { name: 'x'.repeat(61), members: [] }, { name: 'x' }])
      await ilse!.post(path()).send(wrong).expect(400);
  });
});
