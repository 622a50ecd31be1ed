import { JobsService } from '../platform/jobs/index.ts';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { PeopleService } from '../modules/people/index.ts';
import { startSchoolMail } from '../testing/mail.ts';
import type { CaughtMail, MailCatcher } from '../standins/mailCatcher.ts';
import { until } from '../testing/lesson.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Mail of a school, through a real mail server that stands in for a school's. */
let catcher: MailCatcher;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  catcher = await startSchoolMail();
  test = await startTestApp();
  ids = await addSchool(test);
  const people = test.app.get(PeopleService, { strict: false });
  const mails = {
    ...{ tam: 'tam@skerry.example', ilse: 'ilse@skerry.example', gone: 'gone@skerry.example' },
    ...{ wren: 'twins@skerry.example', ola: 'twins@skerry.example' },
  };
  for (const [name, mail] of Object.entries(mails)) await people.rename(ids[name]!, { name, signInName: name, mail });
  await people.setLeft(ids['gone']!, true);
});
afterAll(async () => {
  await test.close();
  await catcher.close();
});
beforeEach(() => void (catcher.fault = null));

const database = () => test.app.get(DataSource);
const jobs = () =>
  database().query("SELECT id, state, starts, notBefore, input FROM job WHERE kind = 'mail' ORDER BY createdAt");
/** All letters that are to go out have gone, or wait for later. */
const allSent = () =>
  until(async () => {
    const waiting = (await jobs()) as { state: string; notBefore: string | null }[];
    return waiting.every(({ state, notBefore }) => state === 'done' || state === 'failed' || notBefore !== null);
  });
const mailsTo = (address: string, subject: RegExp): readonly CaughtMail[] =>
  catcher.mails.filter((one) => one.to.includes(address) && subject.test(one.subject));
let from = 0;
/** From an address of its own: tries are counted by it. */
const ask = (name: string) =>
  supertest(test.http)
    .post('/api/forgotten')
    .set('X-Forwarded-For', `10.4.0.${(from += 1)}`)
    .send({ name });
const FORGOTTEN = /new password/;
/** What the newest mail to an address leads to. */
const linkTo = (address: string) => {
  const [, hash = ''] = /https:\/\/oak\.example\/new-password#(\S+)/.exec(mailsTo(address, FORGOTTEN)[0]!.text) ?? [];
  const link = new URLSearchParams(hash);
  return { person: link.get('person')!, key: link.get('key')! };
};
const choose = (link: { person: string; key: string }, next: string) =>
  supertest(test.http)
    .put('/api/forgotten/password')
    .send({ ...link, next });
const signIn = (name: string, password: string) =>
  supertest.agent(test.http).post('/api/session').send({ name, password });

describe('a forgotten password', () => {
  it('is chosen anew by the address in a mail, once, and whoever was signed in is out', async () => {
    expect((await supertest(test.http).get('/api/forgotten').expect(200)).body).toEqual({ byMail: true });
    const there = await test.signedIn('tam');
    await ask(' TAM ').expect(204);
    await allSent();
    const link = linkTo('tam@skerry.example');
    expect(link.person).toBe(ids['tam']);
    expect((await choose(link, 'short').expect(422)).body).toMatchObject({
      code: 'bad-password',
      fields: { next: expect.any(String) as string },
    });
    await there.get('/api/session').expect(200);
    await choose(link, 'four gulls on a mast').expect(204);
    await there.get('/api/session').expect(401);
    await signIn('tam', PASSWORD).expect(401);
    await signIn('tam', 'four gulls on a mast').expect(200);
    expect((await choose(link, 'five gulls on a mast').expect(410)).body).toMatchObject({ code: 'not-forgotten' });
    await allSent();
    expect(mailsTo('tam@skerry.example', /was changed/)).toHaveLength(1);
  });
  it('is asked for by mail address too, where only one person has it', async () => {
    await ask('Ilse@Skerry.Example').expect(204);
    await ask('twins@skerry.example').expect(204);
    await allSent();
    expect(mailsTo('ilse@skerry.example', FORGOTTEN)).toHaveLength(1);
    expect(mailsTo('twins@skerry.example', FORGOTTEN)).toHaveLength(0);
  });
  it.each([['nobody'], ['gone'], ['bo'], ["' OR 1=1 --"]])(
    'says the same, and sends nothing, for %j, whom no mail can reach',
    async (name) => {
      const before = catcher.mails.length;
      expect((await ask(name)).status).toBe(204);
      await allSent();
      expect(catcher.mails).toHaveLength(before);
    },
  );
  it('only opens by the newest mail, for an hour, and for nobody else', async () => {
    await ask('ilse').expect(204);
    await allSent();
    const first = linkTo('ilse@skerry.example');
    await ask('ilse').expect(204);
    await until(() => Promise.resolve(linkTo('ilse@skerry.example').key !== first.key));
    const second = linkTo('ilse@skerry.example');
    await choose(first, 'four gulls on a mast').expect(410);
    await choose({ ...second, person: ids['tam']! }, 'four gulls on a mast').expect(410);
    await database().query('UPDATE person SET forgottenUntil = NOW() - INTERVAL 1 DAY WHERE id = ?', [ids['ilse']]);
    await choose(second, 'four gulls on a mast').expect(410);
    await signIn('ilse', PASSWORD).expect(200);
  });
  it('opens nothing by a mail to an address that is theirs no longer', async () => {
    await ask('wren').expect(204);
    await allSent();
    const link = linkTo('twins@skerry.example');
    const people = test.app.get(PeopleService, { strict: false });
    await people.rename(ids['wren']!, { name: 'wren', signInName: 'wren', mail: 'wren@skerry.example' });
    await choose(link, 'four gulls on a mast').expect(410);
  });
  it('cannot be guessed: tries are counted', async () => {
    const tries = Array.from({ length: 12 }, () => choose({ person: ids['co']!, key: 'x' }, 'four gulls on a mast'));
    const statuses = (await Promise.all(tries)).map(({ status }) => status);
    expect(new Set(statuses)).toEqual(new Set([410, 429]));
  });
  it('keeps nothing that opens anything in the rows', async () => {
    await ask('ilse').expect(204);
    await allSent();
    const { key } = linkTo('ilse@skerry.example');
    const rows = JSON.stringify([await jobs(), await database().query('SELECT * FROM person')]);
    expect(rows).toContain('forgottenKey');
    expect(rows).not.toContain(key);
  });
});

describe('a sign-in in a browser that was not used before', () => {
  const NEW = /new sign-in/;
  const count = async () => {
    await allSent();
    return mailsTo('ilse@skerry.example', NEW).length;
  };
  it('is told by mail, once for a browser, to whoever wants that', async () => {
    const before = await count();
    const agent = supertest.agent(test.http);
    const enter = () => agent.post('/api/session').send({ name: 'ilse', password: PASSWORD }).expect(200);
    await enter();
    expect(await count()).toBe(before + 1);
    expect(mailsTo('ilse@skerry.example', NEW)[0]!.text).toContain('as ilse in a browser');
    await agent.delete('/api/session').expect(204);
    await enter();
    expect(await count()).toBe(before + 1);
    expect((await agent.get('/api/own-mail').expect(200)).body).toEqual({
      ...{ address: 'ilse@skerry.example', on: true, ofSignIns: true },
    });
    await agent.put('/api/own-mail').send({ ofSignIns: false }).expect(204);
    await signIn('ilse', PASSWORD).expect(200);
    expect(await count()).toBe(before + 1);
  });
});

describe('a mail server', () => {
  const state = async () => {
    const all = (await jobs()) as { state: string; starts: number; notBefore: Date | null }[];
    return all.at(-1)!;
  };
  it.each([['busy'], ['hangs']] as const)(
    'that is %s is tried again later, and keeps nobody waiting',
    async (fault) => {
      const before = mailsTo('ilse@skerry.example', FORGOTTEN).length;
      catcher.fault = fault;
      const begun = Date.now();
      await ask('ilse').expect(204);
      expect(Date.now() - begun).toBeLessThan(5000);
      await until(async () => (await state()).notBefore !== null);
      expect(await state()).toMatchObject({ state: 'waiting', starts: 1 });
      catcher.fault = null;
      await database().query(
        "UPDATE job SET notBefore = NOW() - INTERVAL 1 DAY WHERE kind = 'mail' AND state = 'waiting'",
      );
      await until(async () => (await state()).state === 'done');
      expect(mailsTo('ilse@skerry.example', FORGOTTEN)).toHaveLength(before + 1);
    },
  );
  it('that refuses is told to the keeper, who tries again', async () => {
    const keeper = await test.signedIn('keeper');
    catcher.fault = 'refuses';
    await ask('ilse').expect(204);
    await until(async () => (await state()).state === 'failed');
    expect((await keeper.get('/api/school/mail').expect(200)).body).toMatchObject({
      ...{ on: true, from: 'Oak Bell <oak-bell@skerry.example>', waiting: 0 },
      unsent: [{ why: 'The mail server does not take mail for this address (550).' }],
    });
    const tried = await keeper.post('/api/school/mail/tries').send({ to: 'keeper@skerry.example' }).expect(502);
    expect(tried.body).toMatchObject({ code: 'mail-refused' });
    catcher.fault = null;
    await keeper.post('/api/school/mail/again').expect(204);
    await until(async () => (await state()).state === 'done');
    await keeper.post('/api/school/mail/tries').send({ to: 'nowhere' }).expect(422);
    await keeper.post('/api/school/mail/tries').send({ to: 'keeper@skerry.example' }).expect(204);
    expect(mailsTo('keeper@skerry.example', /can send mail/)).toHaveLength(1);
    expect((await keeper.get('/api/school/mail').expect(200)).body).toMatchObject({ unsent: [] });
  });
  it('that took a mail and did not say so is given the same one again', async () => {
    const before = mailsTo('ilse@skerry.example', FORGOTTEN).length;
    catcher.fault = 'late';
    await ask('ilse').expect(204);
    await until(async () => (await state()).notBefore !== null);
    catcher.fault = null;
    await database().query(
      "UPDATE job SET notBefore = NOW() - INTERVAL 1 DAY WHERE kind = 'mail' AND state = 'waiting'",
    );
    await until(async () => (await state()).state === 'done');
    // Under one name: a mailbox shows it once.
    expect(mailsTo('ilse@skerry.example', FORGOTTEN)).toHaveLength(before + 1);
  });
  it('that does not come back in a day gives the letter up, and says so', async () => {
    catcher.fault = 'busy';
    await ask('ilse').expect(204);
    await until(async () => (await state()).notBefore !== null);
    await database().query(
      "UPDATE job SET starts = 20, notBefore = NOW() - INTERVAL 1 DAY WHERE kind = 'mail' AND state = 'waiting'",
    );
    await until(async () => (await state()).state === 'failed');
    const { failed } = await test.app.get(JobsService, { strict: false }).standing('mail', 10);
    expect(failed[0]).toMatchObject({ failureCode: 'mail-away' });
  });
});

describe('the name that somebody is shown by', () => {
  it('is theirs to choose, and the school’s own stays known', async () => {
    const [tam, keeper] = [supertest.agent(test.http), await test.signedIn('keeper')];
    await tam.post('/api/session').send({ name: 'tam', password: 'four gulls on a mast' }).expect(200);
    await tam.put('/api/own-name').send({ name: '  Tammy ' }).expect(204);
    expect((await tam.get('/api/session').expect(200)).body).toMatchObject({ name: 'Tammy', registerName: 'tam' });
    expect((await keeper.get(`/api/people/${ids['tam']}`).expect(200)).body).toMatchObject({
      ...{ name: 'Tammy', registerName: 'tam' },
    });
    await tam.put('/api/own-name').send({ name: ' ' }).expect(400);
    await tam
      .put('/api/own-name')
      .send({ name: 'x'.repeat(121) })
      .expect(400);
    await test.app
      .get(PeopleService, { strict: false })
      .changeAll([
        ...[{ id: ids['tam']!, name: 'Tam Oriel', key: null, mail: null }],
        ...[{ id: ids['ilse']!, name: 'Ilse Marrow', key: null, mail: null }],
      ]);
    expect((await tam.get('/api/session').expect(200)).body).toMatchObject({
      name: 'Tammy',
      registerName: 'Tam Oriel',
    });
    await tam.put('/api/own-name').send({ name: null }).expect(204);
    expect((await tam.get('/api/session').expect(200)).body).toMatchObject({ name: 'Tam Oriel', registerName: null });
  });
});
