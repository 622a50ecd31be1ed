import { strToU8, zipSync } from 'fflate';
import { DataSource } from 'typeorm';
import { oneRosterZip, rosterSettled } from '../testing/rosters.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Files of people on their way into a school: read, planned, doubted, applied, repeated, taken back. */
type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Roster {
  readonly id: string;
  readonly state: string;
  readonly version: string | null;
  readonly failure: string | null;
  readonly sample: string[][] | null;
  readonly reading: Record<string, unknown> | null;
  readonly backUntil: string | null;
  readonly plan: {
    readonly digest: string;
    readonly counts: Record<string, number>;
    readonly newPeople: string[];
    readonly emptied: { name: string; learners: number }[];
    readonly faults: { line: number; says: string }[];
    readonly twins: { person: number; name: string; isLikely: boolean; candidates: { id: string }[] }[];
  } | null;
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [keeper, other]: Agent[] = [];
const database = () => test.app.get(DataSource);
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());
// Each test in the same small school, and in sessions of its own.
beforeEach(async () => {
  [keeper, other] = [await test.signedIn('keeper'), await test.signedIn('keeper')];
});
afterEach(async () => {
  const there = Object.values(ids);
  await database().query('DELETE FROM roster');
  await database().query('DELETE FROM school_class WHERE id NOT IN (?)', [there]);
  await database().query('DELETE FROM term');
  await database().query('DELETE FROM person WHERE id NOT IN (?)', [there]);
  await database().query('UPDATE person SET name = signInName, rosterKey = NULL, mail = NULL, leftAt = NULL');
  await database().query('UPDATE school_class SET rosterKey = NULL');
});

const csv = (...lines: readonly string[]) => Buffer.from(lines.join('\n'));
const one = async (id: string): Promise<Roster> => (await keeper!.get(`/api/rosters/${id}`).expect(200)).body as Roster;
const settled = async (id: string) => (await rosterSettled(keeper!, id)) as Roster;
async function bring(bytes: Buffer, name = 'people.csv'): Promise<Roster> {
  const { body } = await keeper!.post('/api/rosters').attach('files', bytes, name).expect(201);
  return settled((body as Roster).id);
}
async function read({ id, reading }: Roster, more: object = {}): Promise<Roster> {
  await keeper!
    .put(`/api/rosters/${id}/reading`)
    .send({ ...reading, ...more })
    .expect(204);
  return settled(id);
}
const decisionsFor = ({ plan }: Roster, more: object = {}) => ({
  digest: plan!.digest,
  twins: [],
  rest: null,
  emptied: false,
  ...more,
});
async function apply(roster: Roster, more: object = {}): Promise<Roster> {
  await keeper!.post(`/api/rosters/${roster.id}/apply`).send(decisionsFor(roster, more)).expect(204);
  return settled(roster.id);
}
const refused = async (roster: Roster, more: object = {}) =>
  ((await keeper!.post(`/api/rosters/${roster.id}/apply`).send(decisionsFor(roster, more))).body as { code: string })
    .code;
async function takeBack({ id }: Roster): Promise<Roster> {
  await keeper!.post(`/api/rosters/${id}/take-back`).expect(204);
  return settled(id);
}
/** All of a school that a roster could change, but for what tells when. */
const school = async () => {
  const sql = [
    'SELECT name, role, signInName, rosterKey, mail, leftAt IS NULL AS isHere FROM person ORDER BY signInName',
    'SELECT name, course, rosterKey FROM school_class ORDER BY name',
    'SELECT name, rosterKey FROM term ORDER BY name',
    'SELECT c.name, p.signInName, m.part FROM membership m JOIN school_class c ON c.id = m.classId JOIN person p ON p.id = m.personId ORDER BY 1, 2',
  ];
  return Promise.all(sql.map((one) => database().query(one) as Promise<object[]>));
};
const numbers = ({ plan }: Roster) => Object.fromEntries(Object.entries(plan!.counts).filter(([, n]) => n > 0));

const SMALL = () => oneRosterZip({ learners: 40, teachers: 3, classes: 5 });

describe('a OneRoster', () => {
  it('is planned, applied, brought again without any change, and taken back to what was there', async () => {
    const before = await school();
    const planned = await bring(SMALL(), 'school.zip');
    expect(planned).toMatchObject({ state: 'planned', version: '1.1' });
    expect(numbers(planned)).toEqual({ newLearners: 40, newTeachers: 3, newClasses: 5, terms: 1, joining: 165 });
    expect(await school()).toEqual(before);

    const applied = await apply(planned);
    expect([applied.state, applied.backUntil !== null]).toEqual(['applied', true]);
    const after = await school();
    expect([after[0]!.length, after[1]!.length, after[3]!.length]).toEqual([52, 7, 173]);

    const again = await bring(SMALL(), 'school.zip');
    expect(numbers(again)).toEqual({ samePeople: 43 });
    expect((await apply(again)).state).toBe('applied');
    expect(await school()).toEqual(after);

    // Only the newest can be taken back: what came after it rests on it.
    expect((await one(applied.id)).backUntil).toBeNull();
    await keeper!.post(`/api/rosters/${applied.id}/take-back`).expect(409);
    expect((await takeBack(again)).state).toBe('returned');
    expect((await takeBack(applied)).state).toBe('returned');
    expect(await school()).toEqual(before);
  });

  it('lets those go who are no longer in it, wherever they are in; what is theirs stays', async () => {
    await apply(await bring(SMALL(), 'a.zip'));
    const [who] = (await database().query("SELECT id, signInName FROM person WHERE rosterKey = 'oneroster:l0'")) as {
      id: string;
      signInName: string;
    }[];
    const { password } = (await keeper!.get(`/api/people/${who!.id}/first-password`).expect(200)).body as {
      password: string;
    };
    const agent = await test.signedIn('tam');
    await agent.post('/api/session').send({ name: who!.signInName, password }).expect(200);
    await agent.put('/api/password').send({ current: password, next: PASSWORD }).expect(200);
    const less = await bring(oneRosterZip({ learners: 40, teachers: 3, classes: 5, gone: 2 }), 'b.zip');
    expect(numbers(less)).toEqual({ samePeople: 41, leaving: 2, leavingClasses: 8 });
    const applied = await apply(less);
    await agent.get('/api/session').expect(401);
    expect((await takeBack(applied)).state).toBe('returned');
    await agent.post('/api/session').send({ name: who!.signInName, password: PASSWORD }).expect(200);
  });

  it('that empties a class is asked about first', async () => {
    await apply(await bring(SMALL(), 'a.zip'));
    const mistaken = await bring(oneRosterZip({ learners: 40, teachers: 3, classes: 5, gone: 40 }), 'b.zip');
    expect(mistaken.plan!.emptied).toHaveLength(5);
    expect(await refused(mistaken)).toBe('class-emptied');
    expect((await apply(mistaken, { emptied: true })).state).toBe('applied');
  });

  it.each<[string, () => Buffer, RegExp]>([
    ['half a zip', () => SMALL().subarray(0, 900), /damaged/],
    ['another version', () => zipOf({ 'manifest.csv': 'propertyName,value\noneroster.version,1.0' }), /OneRoster 1\.0/],
    ['a zip of something else', () => zipOf({ 'a.txt': 'x' }), /no manifest/],
    [
      'a quotation mark that is never closed',
      () => zipOf({ 'manifest.csv': 'propertyName,value\n"oneroster.version,1.1' }),
      /never closed/,
    ],
  ])('%s is refused in words, and nothing is changed', async (_, bytes, words) => {
    const before = await school();
    const roster = await bring(bytes(), 'a.zip');
    expect(roster.state).toBe('failed');
    expect(roster.failure).toMatch(words);
    expect(await school()).toEqual(before);
    await keeper!.delete(`/api/rosters/${roster.id}`).expect(204);
  });
  const zipOf = (files: Readonly<Record<string, string>>) =>
    Buffer.from(zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))));
});

describe('a plain list', () => {
  const LIST = csv('Name;Class', 'Oriel, Noor;10a', 'Kit Vane;11c');

  it('is shown with what its columns seem to hold, and planned once that is confirmed', async () => {
    const asked = await bring(LIST);
    expect(asked).toMatchObject({
      state: 'asking',
      sample: [
        ['Name', 'Class'],
        ['Oriel, Noor', '10a'],
        ['Kit Vane', '11c'],
      ],
      reading: { columns: ['name', 'class'], hasNames: true },
    });
    const planned = await read(asked);
    expect(planned.plan!.newPeople).toEqual(['Noor Oriel', 'Kit Vane']);
    expect(numbers(planned)).toEqual({ newLearners: 2, newClasses: 1, joining: 2 });
    await keeper!
      .put(`/api/rosters/${asked.id}/reading`)
      .send({ ...asked.reading, columns: [null, 'class'] })
      .expect(422);
    const applied = await apply(planned);
    expect(applied.state).toBe('applied');
    expect((await read(await bring(LIST))).plan!.counts).toMatchObject({ samePeople: 2, newLearners: 0, joining: 0 });
  });

  it.each<[string, Buffer]>([
    [
      'UTF-8 with its mark',
      Buffer.concat([Buffer.from([0xef, 0xbb, 0xbf]), Buffer.from('Name,Class\r\nZoë Ängström,10a')]),
    ],
    ['UTF-16 as spreadsheets write it', Buffer.from('\ufeffName\tClass\r\nZoë Ängström\t10a', 'utf16le')],
    ['UTF-16 without its mark', Buffer.from('Name\tClass\r\nZoë Ängström\t10a', 'utf16le')],
    ['Windows-1252', Buffer.from('Name;Class\r\nZoë Ängström;10a', 'latin1')],
    ['a line that says what parts the cells', Buffer.from('sep=|\nName|Class\nZoë Ängström|10a')],
    ['two letters that a zip begins with', Buffer.from('PK;Name;Class\n1;Zoë Ängström;10a')],
    ['quoted cells', Buffer.from('"Name","Class"\n"Ängström, Zoë","10a"')],
  ])('in %s is read', async (_, bytes) => {
    const roster = await read(await bring(bytes));
    expect([roster.plan!.newPeople, roster.plan!.counts['newClasses']]).toEqual([['Zoë Ängström'], 0]);
  });

  it.each<[string, Buffer, string, number]>([
    ['nothing', Buffer.alloc(0), 'a.csv', 422],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]), 'a.csv', 422],
    ['a workbook', oneRosterZip({ learners: 1, teachers: 1, classes: 1 }), 'people.xlsx', 422],
  ])('%s is refused where it arrives', async (_, bytes, name, status) => {
    const { body } = await keeper!.post('/api/rosters').attach('files', bytes, name).expect(status);
    expect((body as { detail: string }).detail).toMatch(/Nothing was changed/);
  });

  it('with nobody in it says so', async () => {
    const roster = await read(await bring(csv('Name,Class', ',10a')));
    expect([roster.state, roster.failure]).toEqual(['failed', expect.stringMatching(/line 2\. There is no name/)]);
  });
});

describe('somebody who may be here already', () => {
  const list = async () => read(await bring(csv('Name,Class', 'TAM,9c')));

  it('has to be decided, and is then the same person or another', async () => {
    const planned = await list();
    expect(planned.plan!.twins).toMatchObject([{ name: 'TAM', isLikely: true, candidates: [{ id: ids['tam'] }] }]);
    expect(await refused(planned)).toBe('twins-undecided');
    const same = await apply(planned, { twins: [{ person: 0, is: ids['tam'] }] });
    expect(same.state).toBe('applied');
    const members = (await school())[3] as { name: string; signInName: string }[];
    expect(members.filter((row) => row.name === '9c')).toMatchObject([{ signInName: 'tam' }]);
    await takeBack(same);
    await apply(await list(), { rest: 'new' });
    expect(((await school())[0] as { signInName: string }[]).map((row) => row.signInName)).toContain('tam2');
  });

  it('is asked of the doubtful alone: nobody else becomes somebody by being named', async () => {
    const planned = await read(await bring(csv('Name,Class', 'Noor Oriel,9c')));
    await apply(planned, { twins: [{ person: 0, is: ids['ilse'] }] });
    const members = (await school())[3] as { name: string; signInName: string }[];
    expect(members.filter((row) => row.name === '9c')).toMatchObject([{ signInName: 'noor.oriel' }]);
  });

  it('is never somebody who was not offered', async () => {
    const planned = await list();
    await keeper!
      .post(`/api/rosters/${planned.id}/apply`)
      .send(decisionsFor(planned, { twins: [{ person: 0, is: ids['ilse'] }] }))
      .expect(204);
    expect(await settled(planned.id)).toMatchObject({
      state: 'planned',
      failure: expect.stringMatching(/not among those/) as string,
    });
  });
});

describe('two keepers at once', () => {
  it('apply one after the other: what was planned before the other’s is shown once more', async () => {
    const list = csv('No,Name,Class', '1,Noor Oriel,9c');
    const [first, second] = [await read(await bring(list)), await read(await bring(list))];
    await Promise.all([
      keeper!.post(`/api/rosters/${first.id}/apply`).send(decisionsFor(first)).expect(204),
      other!.post(`/api/rosters/${second.id}/apply`).send(decisionsFor(second)).expect(204),
    ]);
    const states = [await settled(first.id), await settled(second.id)];
    expect(states.map((roster) => roster.state).sort()).toEqual(['applied', 'planned']);
    expect(states.find((roster) => roster.state === 'planned')).toMatchObject({
      failure: expect.stringMatching(/changed since/) as string,
      plan: { counts: { newLearners: 0, samePeople: 1 } },
    });
    expect(((await school())[0] as { name: string }[]).filter((row) => row.name === 'Noor Oriel')).toHaveLength(1);
  });

  it('do nothing twice: a roster that is applied already is not applied again', async () => {
    const planned = await read(await bring(csv('Name', 'Noor Oriel')));
    await apply(planned);
    expect(await refused(planned)).toBe('roster-moved-on');
    await keeper!.delete(`/api/rosters/${planned.id}`).expect(409);
  });
});

it('what was taken in and has been used since is kept when it is taken back: they have left', async () => {
  const applied = await apply(await read(await bring(csv('Name,Class', 'Noor Oriel,9c', 'Kit Vane,9c'))));
  const [noor] = (await database().query("SELECT id, signInName FROM person WHERE name = 'Noor Oriel'")) as {
    id: string;
    signInName: string;
  }[];
  await database().query('UPDATE person SET name = ? WHERE id = ?', ['Noor O.', noor!.id]);
  const { password } = (await keeper!.get(`/api/people/${noor!.id}/first-password`).expect(200)).body as {
    password: string;
  };
  const agent = await test.signedIn('tam');
  await agent.post('/api/session').send({ name: noor!.signInName, password }).expect(200);
  await takeBack(applied);
  const people = (await school())[0] as { name: string; isHere: number | string }[];
  expect(people.filter((row) => /Noor|Kit/.test(row.name)).map((row) => [row.name, Number(row.isHere)])).toEqual([
    ['Noor O.', 0],
  ]);
  await agent.get('/api/session').expect(401);
});
