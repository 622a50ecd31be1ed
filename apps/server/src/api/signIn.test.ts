import { present } from '@oakbell/core/present';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { PasswordsService, PeopleService } from '../modules/people/index.ts';
import { CONFIG, type Config } from '../platform/config/index.ts';
import { IDLE_HOURS, SESSION_HOURS, SessionEntity } from '../platform/sessions/index.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());

/** Requests come through a proxy that says where they are from. */
const signIn = (name: string, password: string, address = '10.0.0.1') =>
  supertest(test.http).post('/api/session').set('X-Forwarded-For', address).send({ name, password });
const me = (agent: ReturnType<typeof supertest.agent>) => agent.get('/api/session');
const sessions = () => test.app.get(DataSource).getRepository(SessionEntity);

describe('guessing', () => {
  it('two hundred times at once is counted two hundred times: eight are looked at', async () => {
    const answers = await Promise.all(Array.from({ length: 200 }, (_, i) => signIn('bo', `guess ${i}`, '10.0.1.1')));
    expect(answers.filter(({ status }) => status === 401)).toHaveLength(8);
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(192);
    expect((await signIn('bo', PASSWORD, '10.0.1.1')).body).toMatchObject({ code: 'too-many-sign-ins' });
  });
  it('does not get more tries by writing the name in other ways', async () => {
    const ways = ['ola', 'OLA', ' ola ', 'Ola', 'ｏｌａ', 'oLa', 'OLa', 'olA', 'ola  ', '\tola'];
    const answers = [];
    for (const name of ways) answers.push((await signIn(name, 'wrong', '10.0.2.1')).status);
    expect(answers).toEqual([...Array<number>(8).fill(401), 429, 429]);
  });
  it('of a name from elsewhere does not keep its owner out where they are known', async () => {
    await signIn('wren', PASSWORD, '10.0.3.1').expect(200);
    for (let i = 0; i < 60; i += 1) await signIn('wren', 'wrong', `10.9.0.${i}`);
    await signIn('wren', PASSWORD, '10.9.1.1').expect(429);
    await signIn('wren', PASSWORD, '10.0.3.1').expect(200);
  });
  it('at the address of a school leaves the school open', async () => {
    const school = '10.0.4.1';
    for (const name of ['tam', 'ilse']) await signIn(name, PASSWORD, school).expect(200);
    for (let i = 0; i < 320; i += 8)
      await Promise.all(Array.from({ length: 8 }, (_, k) => signIn(`nobody${i + k}`, 'wrong', school)));
    await signIn('nobody', 'wrong', school).expect(429);
    for (const name of ['tam', 'ilse']) await signIn(name, PASSWORD, school).expect(200);
    await signIn('keeper', PASSWORD, '10.0.4.2').expect(200);
  });
  it('takes as long for a name that is nobody’s, and says the same', async () => {
    const [known, unknown] = [
      await signIn('co', 'wrong', '10.0.5.1'),
      await signIn('nobody.here', 'wrong', '10.0.5.1'),
    ];
    expect(known.body).toEqual(unknown.body);
  });
});

describe('a school behind one address', () => {
  it('signs in all its learners, some of whom mistype', async () => {
    const people = test.app.get(PeopleService, { strict: false });
    const names = Array.from({ length: 60 }, (_, i) => `pupil${i}`);
    await Promise.all(names.map((name) => people.add({ signInName: name, name, role: 'learner', password: PASSWORD })));
    const answers = await Promise.all(
      names.map(async (name, i) => {
        for (let slip = 0; slip < i % 3; slip += 1) await signIn(name, 'slip', '10.0.6.1');
        return (await signIn(name, PASSWORD, '10.0.6.1')).status;
      }),
    );
    expect(answers).toEqual(Array<number>(60).fill(200));
  });
});

describe('a session', () => {
  const agentOf = async () => {
    const agent = await test.signedIn('ilse');
    const [newest] = await sessions().find({ where: { personId: ids['ilse']! }, order: { startedAt: 'DESC' } });
    return { agent, digest: newest!.digest };
  };
  it('ends when nothing was asked in it for two hours, and not before', async () => {
    const { agent, digest } = await agentOf();
    const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000);
    await sessions().update({ digest }, { lastAt: ago(IDLE_HOURS * 60 - 1) });
    await me(agent).expect(200);
    // Asking has begun the time anew.
    expect((await sessions().findOneByOrFail({ digest })).lastAt.getTime()).toBeGreaterThan(ago(1).getTime());
    await sessions().update({ digest }, { lastAt: ago(IDLE_HOURS * 60 + 1) });
    await me(agent).expect(401);
  });
  it('ends for certain after a week, however busy', async () => {
    const { agent, digest } = await agentOf();
    const { startedAt, expiresAt } = await sessions().findOneByOrFail({ digest });
    expect(expiresAt.getTime() - startedAt.getTime()).toBe(SESSION_HOURS * 3_600_000);
    await sessions().update({ digest }, { expiresAt: new Date(Date.now() - 1000) });
    await me(agent).expect(401);
  });
  it('is another one after signing in again: the old secret is of no use', async () => {
    const agent = await test.signedIn('ilse');
    const cookie = String(
      (await agent.post('/api/session').send({ name: 'ilse', password: PASSWORD })).headers['set-cookie'],
    ).split(';')[0]!;
    await agent.post('/api/session').send({ name: 'ilse', password: PASSWORD }).expect(200);
    await supertest(test.http).get('/api/session').set('Cookie', cookie).expect(401);
    await me(agent).expect(200);
  });
  it('is listed with the others, and ended from elsewhere', async () => {
    const [here, there] = [await test.signedIn('co'), await test.signedIn('co')];
    const list = (await here.get('/api/sessions').expect(200)).body as { id: string; here: boolean; device: string }[];
    expect(list.filter((one) => one.here)).toHaveLength(1);
    const other = list.find((one) => !one.here)!;
    await (
      await test.signedIn('bo').catch(() => test.signedIn('gone'))
    )
      .delete(`/api/sessions/${other.id}`)
      .expect(404);
    await here.delete(`/api/sessions/${other.id}`).expect(204);
    await me(there).expect(401);
    await me(here).expect(200);
    const third = await test.signedIn('co');
    await here.delete('/api/sessions').expect(204);
    await me(third).expect(401);
    await me(here).expect(200);
  });
  it('lies in a cookie that no script, no other site and, over TLS, no other host can reach', async () => {
    const config = test.app.get<Config>(CONFIG) as { secureCookies: boolean };
    config.secureCookies = true;
    const { headers } = await signIn('gone', PASSWORD, '10.0.7.1').expect(200);
    config.secureCookies = false;
    expect(headers['set-cookie']![0]).toMatch(/^__Host-oakbell_session=.*Path=\/; .*HttpOnly; Secure; SameSite=Lax/);
    expect(headers['set-cookie']![0]).not.toContain('Domain');
  });
});

describe('a password', () => {
  const change = (agent: ReturnType<typeof supertest.agent>, current: string, next: string) =>
    agent.put('/api/password').send({ current, next });
  it('is changed by who knows it, which ends every other session', async () => {
    const [here, there] = [await test.signedIn('moved'), await test.signedIn('moved')];
    expect((await change(here, 'not this', 'three gulls on a mast').expect(422)).body).toMatchObject({
      code: 'wrong-password',
      fields: { current: expect.any(String) },
    });
    expect((await change(here, PASSWORD, 'short').expect(422)).body).toMatchObject({ code: 'bad-password' });
    expect((await change(here, PASSWORD, 'Password123').expect(422)).body).toMatchObject({
      code: 'bad-password',
      fields: { next: expect.any(String) },
    });
    await me(there).expect(200);
    await change(here, PASSWORD, 'three gulls on a mast').expect(200);
    await me(there).expect(401);
    await me(here).expect(200);
    await signIn('moved', PASSWORD, '10.0.8.1').expect(401);
    await signIn('moved', 'three gulls on a mast', '10.0.8.1').expect(200);
  });
  it('that was given by somebody else has to be changed before anything is opened', async () => {
    const people = test.app.get(PeopleService, { strict: false });
    const first = present(
      test.app
        .get(PasswordsService, { strict: false })
        .firstPasswordOf(await people.add({ signInName: 'new', name: 'New', role: 'teacher' })),
    );
    const agent = supertest.agent(test.http);
    // However it is parted and written large.
    const typed = first.replaceAll('-', ' ').toUpperCase();
    const { body } = await agent.post('/api/session').send({ name: 'new', password: typed }).expect(200);
    expect(body).toMatchObject({ mustChangePassword: true });
    expect((await agent.get('/api/library').expect(403)).body).toMatchObject({ code: 'password-must-change' });
    await me(agent).expect(200);
    await change(agent, first, 'the ebb begins at nine').expect(200);
    await agent.get('/api/library').expect(200);
    await signIn('new', first, '10.0.9.1').expect(401);
  });
  it('cannot be guessed by way of changing it', async () => {
    const agent = await test.signedIn('keeper');
    const statuses = [];
    for (let i = 0; i < 12; i += 1) statuses.push((await change(agent, `guess ${i}`, 'three gulls on a mast')).status);
    expect(statuses).toContain(429);
  });
});
