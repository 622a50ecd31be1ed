import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { firstKeeperWords } from '../modules/people/index.ts';
import { CONFIG, type Config } from '../platform/config/index.ts';
import { rawBytes } from '../testing/watching.ts';
import { startTestApp, type TestApp } from '../testing/testApp.ts';

/* A school from an empty database to a class that has signed in. */
type Agent = ReturnType<typeof supertest.agent>;
interface Row {
  readonly id: string;
  readonly name: string;
  readonly signInName: string;
  readonly isNew: boolean;
  readonly leftAt: string | null;
}

let test: TestApp;
let keeper: Agent;
let words: string;
const OWN = 'three gulls on a mast';
const BEGINNING = {
  school: 'Skerry Quay',
  timeZone: 'Europe/Berlin',
  name: 'Orrin Bell',
  signInName: 'Orrin',
  password: 'a bell in the fog',
};
beforeAll(async () => {
  test = await startTestApp();
  words = firstKeeperWords(test.app.get<Config>(CONFIG).secret);
});
afterAll(() => test.close());

const anyone = () => supertest(test.http);
const signIn = async (name: string, password: string): Promise<Agent> => {
  const agent = supertest.agent(test.http);
  void agent.use((request: supertest.Test) => void request.set('Idempotency-Key', randomUUID()));
  await agent.post('/api/session').send({ name, password }).expect(200);
  return agent;
};
const people = async (asked: object = {}) =>
  (await keeper.get('/api/people').query(asked).expect(200)).body as { people: Row[]; total: number };
const add = async (role: string, ...names: string[]): Promise<Row[]> =>
  (
    await keeper
      .post('/api/people')
      .send({ role, people: names.map((name) => ({ name })) })
      .expect(201)
  ).body as Row[];
const firstOf = async (id: string, by = keeper) =>
  ((await by.get(`/api/people/${id}/first-password`).expect(200)).body as { password: string | null }).password;
/** Signs in with a first password and chooses one's own. */
async function settleIn({ id, signInName }: Row): Promise<Agent> {
  const first = (await firstOf(id))!;
  const agent = await signIn(signInName, first);
  await agent.put('/api/password').send({ current: first, next: OWN }).expect(200);
  return agent;
}

describe('a school that nobody keeps', () => {
  it('says that it has not begun, and begins for nobody who cannot read what its server writes', async () => {
    expect((await anyone().get('/api/beginning').expect(200)).body).toEqual({ begun: false });
    const { body } = await anyone()
      .post('/api/beginning')
      .send({ ...BEGINNING, words: 'oak-oak-oak-oak-oak' })
      .expect(422);
    expect(body).toMatchObject({ code: 'wrong-words', fields: { words: expect.any(String) as string } });
  });
  it('begins for no weak password and no time zone that is not there, and is as empty as before', async () => {
    for (const [field, value] of [
      ['password', 'orrin'],
      ['timeZone', 'Europe/Nowhere'],
    ] as const) {
      const { body } = await anyone()
        .post('/api/beginning')
        .send({ ...BEGINNING, words, [field]: value })
        .expect(422);
      expect(body).toHaveProperty(['fields', field]);
    }
    expect((await anyone().get('/api/beginning')).body).toEqual({ begun: false });
  });
  it('begins once, however often it is asked at once', async () => {
    const typed = words.replaceAll('-', '  ').toUpperCase();
    const begin = (i: number) =>
      anyone()
        .post('/api/beginning')
        .send({ ...BEGINNING, words: typed, signInName: `orrin${i || ''}` });
    const answers = await Promise.all([0, 0, 0, 0].map((_, i) => begin(i)));
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 409, 409, 409]);
    expect((await anyone().get('/api/beginning')).body).toEqual({ begun: true });
    const [[{ name }], [{ n }]] = (await Promise.all([
      test.app.get(DataSource).query("SELECT signInName AS name FROM person WHERE role = 'keeper'"),
      test.app.get(DataSource).query('SELECT COUNT(*) AS n FROM person'),
    ])) as [[{ name: string }], [{ n: string }]];
    expect(Number(n)).toBe(1);
    keeper = await signIn(name, BEGINNING.password);
    const { body } = await keeper.get('/api/session').expect(200);
    expect(body).toMatchObject({ name: 'Orrin Bell', role: 'keeper', timeZone: 'Europe/Berlin' });
  });
  it('does not begin once more, whoever reads the words', () =>
    anyone()
      .post('/api/beginning')
      .send({ ...BEGINNING, words, signInName: 'second' })
      .expect(409));
});

describe('what a keeper says of the school', () => {
  const school = {
    name: 'Skerry Quay',
    timeZone: 'Europe/Oslo',
    days: [5, 1, 2],
    holidays: [] as object[],
    auditDays: 90,
    mailDomains: ['skerry.example'],
    frameHosts: ['https://pages.skerry.example'],
  };
  it('is kept, its week and its holidays in order', async () => {
    const holidays = [
      { name: 'Winter', from: '2026-12-21', to: '2027-01-04' },
      { name: 'Autumn', from: '2026-10-12', to: '2026-10-16' },
    ];
    const { body } = await keeper
      .put('/api/school')
      .send({ ...school, holidays })
      .expect(200);
    expect(body).toEqual({ ...school, days: [1, 2, 5], holidays: holidays.toReversed() });
    expect((await keeper.get('/api/session')).body).toMatchObject({ timeZone: 'Europe/Oslo' });
  });
  it('is refused whole, field by field, when something of it cannot be', async () => {
    const holidays = [{ name: 'Never', from: '2026-02-30', to: '2026-03-01' }];
    const { body } = await keeper
      .put('/api/school')
      .send({ ...school, holidays })
      .expect(422);
    expect(body).toHaveProperty(['fields', 'holidays.0.from']);
    expect((await keeper.get('/api/school')).body).toMatchObject({ timeZone: 'Europe/Oslo', days: [1, 2, 5] });
  });
});

describe('terms', () => {
  const autumn = { id: null, name: 'Autumn', from: '2026-09-01', to: '2026-12-18' };
  const spring = { id: null, name: 'Spring', from: '2027-01-11', to: '2027-04-01' };
  const put = (terms: readonly object[], removed: readonly string[] = []) =>
    keeper.put('/api/terms').send({ terms, removed });
  const all = async () =>
    (await keeper.get('/api/terms').expect(200)).body as {
      id: string;
      name: string;
      from: string;
      to: string;
      classes: number;
    }[];

  it('are added, changed and removed together, the latest first; what nobody names stays', async () => {
    const { body } = await put([autumn, spring]).expect(200);
    expect(body).toMatchObject([{ name: 'Spring' }, { name: 'Autumn', from: '2026-09-01', classes: 0 }]);
    const [first, second] = await all();
    await put([{ ...second, classes: undefined, to: '2026-12-11' }], [first!.id]).expect(200);
    expect(await all()).toMatchObject([{ id: second!.id, name: 'Autumn', to: '2026-12-11' }]);
    expect(await all()).toHaveLength(1);
  });
  it('that cannot be are told at their field, and nothing is changed', async () => {
    const { body } = await put([spring, { ...autumn, to: '2026-08-01' }]).expect(422);
    expect(body).toHaveProperty(['fields', 'terms.1.to']);
    expect(await all()).toHaveLength(1);
  });
  it('have classes in them, and are not removed under them', async () => {
    const id = (await all())[0]!.id;
    const made = await keeper.post('/api/classes').send({ name: '11b', course: 'Tides' }).expect(201);
    const path = `/api/classes/${(made.body as { id: string }).id}`;
    await keeper.patch(path).send({ name: '11b', course: 'Tides', termId: id }).expect(204);
    expect((await keeper.get(path)).body).toMatchObject({ termId: id, term: 'Autumn' });
    // What is left out stays.
    await keeper.patch(path).send({ name: '11c', course: 'Tides' }).expect(204);
    expect((await keeper.get(path)).body).toMatchObject({ name: '11c', term: 'Autumn' });
    expect((await put([], [id]).expect(409)).body).toMatchObject({ code: 'term-in-use' });
    const nowhere = '00000000-0000-4000-8000-000000000000';
    await keeper.patch(path).send({ name: '11c', course: 'Tides', termId: nowhere }).expect(404);
    await keeper.patch(path).send({ name: '11c', course: 'Tides', termId: null }).expect(204);
    await put([], [id]).expect(200);
    expect(await all()).toEqual([]);
    await keeper.delete(path).expect(204);
  });
});

describe('people', () => {
  it('get sign-in names of their own, whatever letters their names have', async () => {
    const rows = await add('learner', 'Ana Šimić', 'Ana Simic', '  Ana Maria Simic ', 'Øystein Groß', '李 明', '王 伟');
    expect(rows.map((row) => row.signInName)).toEqual([
      'ana.simic',
      'ana.simic2',
      'ana.simic3',
      'oystein.gross',
      'person',
      'person2',
    ]);
    expect(rows[2]!.name).toBe('Ana Maria Simic');
    expect((await add('learner', 'Ana Simic'))[0]!.signInName).toBe('ana.simic4');
  });
  it('of one name, added by several at once, each have a sign-in name of their own', async () => {
    const rows = (
      await Promise.all(Array.from({ length: 12 }, () => add('learner', 'Bram Tolley', 'Bram Tolley')))
    ).flat();
    expect(new Set(rows.map((row) => row.signInName)).size).toBe(24);
  });
  it('are all added or none of them, where a sign-in name is taken or doubled', async () => {
    const { total } = await people();
    for (const names of [
      ['new.one', 'ANA.simic'],
      ['twice', 'Twice'],
    ]) {
      const sent = names.map((signInName) => ({ name: 'Somebody', signInName }));
      const { body } = await keeper.post('/api/people').send({ role: 'learner', people: sent }).expect(409);
      expect(body).toMatchObject({ code: 'name-taken' });
    }
    expect((await people()).total).toBe(total);
  });
  it('are found by a part of either name and by what they are; wildcards are letters', async () => {
    expect((await people({ words: 'simic' })).total).toBe(4);
    expect((await people({ words: 'simic', role: 'teacher' })).total).toBe(0);
    expect((await people({ words: '%' })).total).toBe(0);
    expect((await people({ words: 'simic', from: 3 })).people).toHaveLength(1);
    await keeper.get('/api/people').query({ from: -1 }).expect(400);
    expect((await people({ role: 'keeper' })).people.map((one) => one.name)).toEqual(['Orrin Bell']);
  });
  it('come in with their first password, once: then with their own alone', async () => {
    const [row] = await add('teacher', 'Ilse Marrow');
    const first = (await firstOf(row!.id))!;
    expect(first).toMatch(/^[a-z]+(-[a-z]+){3}$/);
    const agent = await signIn('ilse.marrow', first);
    expect((await agent.get('/api/classes').expect(403)).body).toMatchObject({ code: 'password-must-change' });
    const same = await agent.put('/api/password').send({ current: first, next: first }).expect(422);
    expect(same.body).toMatchObject({ code: 'bad-password' });
    await agent.put('/api/password').send({ current: first, next: OWN }).expect(200);
    await anyone().post('/api/session').send({ name: 'ilse.marrow', password: first }).expect(401);
    expect(await firstOf(row!.id)).toBeNull();
  });
  it('who forgot their password get another first one, and are out wherever they were', async () => {
    const [row] = await add('learner', 'Tam Oriel');
    const agent = await settleIn(row!);
    await keeper.post(`/api/people/${row!.id}/first-password`).expect(204);
    await agent.get('/api/desk').expect(401);
    await anyone().post('/api/session').send({ name: 'tam.oriel', password: OWN }).expect(401);
    await settleIn(row!);
  });
  it('who have left cannot sign in and are out at once; they come back as they were', async () => {
    const [row] = await add('learner', 'Wren Calloway');
    const agent = await settleIn(row!);
    await keeper.put(`/api/people/${row!.id}/left`).send({ left: true }).expect(204);
    await agent.get('/api/desk').expect(401);
    const refused = await anyone().post('/api/session').send({ name: 'wren.calloway', password: OWN }).expect(401);
    expect(refused.body).toMatchObject({ code: 'wrong-sign-in' });
    await keeper.put(`/api/people/${row!.id}/left`).send({ left: false }).expect(204);
    await signIn('wren.calloway', OWN);
  });
  it('never send themselves away, nor take another one’s sign-in name', async () => {
    const [me] = (await people({ role: 'keeper' })).people;
    await keeper.put(`/api/people/${me!.id}/left`).send({ left: true }).expect(409);
    await keeper.post(`/api/people/${me!.id}/first-password`).expect(409);
    const [row] = await add('learner', 'Noor Haddow');
    const { body } = await keeper
      .patch(`/api/people/${row!.id}`)
      .send({ name: 'Noor', signInName: 'Tam.Oriel' })
      .expect(409);
    expect(body).toMatchObject({ code: 'name-taken' });
    await keeper.patch(`/api/people/${row!.id}`).send({ name: 'Noor H', signInName: 'noor' }).expect(204);
    expect((await people({ words: 'noor' })).people[0]).toMatchObject({ name: 'Noor H', signInName: 'noor' });
  });
  it('are nobody, for whoever sends an odd name', async () => {
    for (const name of ['', '   ', 'a\0b', 'x'.repeat(121)])
      await keeper
        .post('/api/people')
        .send({ role: 'learner', people: [{ name }] })
        .expect(400);
    await keeper.post('/api/people').send({ role: 'learner', people: [] }).expect(400);
  });
});

describe('a class', () => {
  let ilse: Agent;
  let id: string;
  const roster = async () =>
    (await ilse.get(`/api/classes/${id}`).expect(200)).body as { roster: Row[]; teachers: Row[] };
  beforeAll(async () => {
    ilse = await signIn('ilse.marrow', OWN);
    id = ((await ilse.post('/api/classes').send({ name: ' 10a ', course: 'Navigation' }).expect(201)).body as Row).id;
  });
  it('is its maker’s, and is in the keeper’s list', async () => {
    expect((await roster()).teachers.map((one) => one.name)).toEqual(['Ilse Marrow']);
    expect((await keeper.get('/api/classes').expect(200)).body).toEqual([
      { id, name: '10a', course: 'Navigation', learners: 0, termId: null, term: null },
    ]);
  });
  it('takes in no learner of other teachers by their sign-in name: with a class come rights over its learners', async () => {
    const learners = [{ name: 'Kit' }, { name: 'Tam', signInName: 'tam.oriel' }];
    const { body } = await ilse.post(`/api/classes/${id}/learners`).send({ learners }).expect(409);
    expect(body).toMatchObject({ code: 'not-taught' });
    expect((await roster()).roster).toEqual([]);
  });
  it('takes learners in by name; those who are there already join', async () => {
    const learners = [{ name: 'Kit Larkspur' }, { name: 'Kit Larkspur' }, { name: 'Tam', signInName: 'tam.oriel' }];
    const { body } = await keeper.post(`/api/classes/${id}/learners`).send({ learners }).expect(201);
    const { added, joined } = body as { added: Row[]; joined: Row[] };
    expect(added.map((one) => one.signInName)).toEqual(['kit.larkspur', 'kit.larkspur2']);
    expect(joined.map((one) => one.name)).toEqual(['Tam Oriel']);
    expect((await roster()).roster.map((one) => [one.name, one.isNew])).toEqual([
      ['Kit Larkspur', true],
      ['Kit Larkspur', true],
      ['Tam Oriel', false],
    ]);
    // The same again changes nothing of who is in it.
    const again = [{ name: 'Tam', signInName: 'TAM.oriel' }];
    await ilse.post(`/api/classes/${id}/learners`).send({ learners: again }).expect(201);
    expect((await roster()).roster).toHaveLength(3);
  });
  it('takes nobody in where one of them is no learner', async () => {
    const learners = [
      { name: 'New' },
      { name: 'Orrin', signInName: (await people({ role: 'keeper' })).people[0]!.signInName },
    ];
    expect((await ilse.post(`/api/classes/${id}/learners`).send({ learners }).expect(409)).body).toMatchObject({
      code: 'not-a-learner',
    });
    expect((await roster()).roster).toHaveLength(3);
  });
  it('has a second teacher with all rights there, and is never left without one by its own', async () => {
    const [jon] = await add('teacher', 'Jon Vale');
    await ilse.post(`/api/classes/${id}/teachers`).send({ signInName: 'tam.oriel' }).expect(422);
    await ilse.post(`/api/classes/${id}/teachers`).send({ signInName: 'JON.VALE' }).expect(201);
    const other = await settleIn(jon!);
    await other.get(`/api/classes/${id}`).expect(200);
    const me = (await roster()).teachers.find((one) => one.name === 'Ilse Marrow')!;
    await other.delete(`/api/classes/${id}/members/${jon!.id}`).expect(200);
    await other.get(`/api/classes/${id}`).expect(404);
    expect((await ilse.delete(`/api/classes/${id}/members/${me.id}`).expect(409)).body).toMatchObject({
      code: 'last-teacher',
    });
  });
  it('lets its teacher give a learner another first password, and nobody else’s', async () => {
    const { roster: rows } = await roster();
    expect(await firstOf(rows[0]!.id, ilse)).toMatch(/-/);
    await ilse.post(`/api/people/${rows[2]!.id}/first-password`).expect(204);
    const stranger = (await people({ words: 'noor' })).people[0]!;
    await ilse.post(`/api/people/${stranger.id}/first-password`).expect(404);
    await ilse.get(`/api/people/${stranger.id}/first-password`).expect(404);
  });
  it('prints slips for those who still need one, ten on a page, and for nobody else', async () => {
    const learners = Array.from({ length: 19 }, (_, i) => ({ name: `Learner ${i}` }));
    await ilse.post(`/api/classes/${id}/learners`).send({ learners }).expect(201);
    const pagesOf = async () => {
      const { body, headers } = await ilse.get(`/api/classes/${id}/slips`).buffer(true).parse(rawBytes).expect(200);
      expect(headers).toMatchObject({ 'content-type': 'application/pdf', 'cache-control': 'no-store' });
      return (body as Buffer).toString('latin1').match(/\/Type\s*\/Page\b/g)?.length;
    };
    expect(await pagesOf()).toBe(3);
    for (const row of (await roster()).roster.slice(0, 2)) await settleIn(row);
    expect(await pagesOf()).toBe(2);
  });
  it('lets a learner go, who keeps what they did; the class goes only while nothing was given to it', async () => {
    const [, , tam] = (await roster()).roster;
    const place = `/api/classes/${id}/members/${tam!.id}`;
    const { body: ticket } = await ilse.delete(place).expect(200);
    await ilse.delete(place).expect(404);
    // It can be taken back by whoever did it, for them and this class alone.
    const { back } = ticket as { back: string };
    await keeper.put(place).send({ back }).expect(409);
    await ilse
      .put(place)
      .send({ back: back.replace('learner', 'teacher') })
      .expect(409);
    await ilse.put(place.replace(tam!.id, randomUUID())).send({ back }).expect(409);
    await ilse.put(place).send({ back }).expect(204);
    expect((await roster()).roster.some((one) => one.id === tam!.id)).toBe(true);
    await ilse.delete(place).expect(200);
    await ilse.patch(`/api/classes/${id}`).send({ name: '10b', course: '' }).expect(204);
    await ilse.delete(`/api/classes/${id}`).expect(204);
    expect((await keeper.get('/api/classes')).body).toEqual([]);
    expect((await people({ words: 'Kit' })).total).toBe(2);
  });
});
