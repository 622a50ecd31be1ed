import type { NewsWishes } from '@oakbell/core/news';
import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import type supertest from 'supertest';
import { DataSource } from 'typeorm';
import { PeopleService } from '../modules/people/index.ts';
import { JobsService } from '../platform/jobs/index.ts';
import { startSchoolMail } from '../testing/mail.ts';
import type { MailCatcher } from '../standins/mailCatcher.ts';
import { askedWith, assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* What is new, on the screen and by mail, through a real mail server that stands in for a school's. */
type Agent = ReturnType<typeof supertest.agent>;
let catcher: MailCatcher;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, tam, wren]: Agent[] = [];
let lesson: string;
beforeAll(async () => {
  catcher = await startSchoolMail();
  test = await startTestApp();
  ids = await addSchool(test);
  const people = test.app.get(PeopleService, { strict: false });
  for (const name of ['tam', 'ilse'])
    await people.rename(ids[name]!, { name, signInName: name, mail: `${name}@skerry.example` });
  [ilse, tam, wren] = [await test.signedIn('ilse'), await test.signedIn('tam'), await test.signedIn('wren')];
  lesson = (await newLesson(ilse, 'Neaps')).id;
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
});
afterAll(async () => {
  await test.close();
  await catcher.close();
});
const query = (sql: string, of: readonly unknown[] = []): Promise<unknown> =>
  test.app.get(DataSource).query(sql, [...of]);
beforeEach(async () => {
  catcher.fault = null;
  // What other tests did was long ago.
  const ago = (column: string) => `${column} = ${column} - INTERVAL 100 DAY`;
  await query(`UPDATE assignment SET changedAt = NULL, ${ago('createdAt')}, ${ago('dueAt')}`);
  await query(`UPDATE submission SET ${ago('handedInAt')}`);
  await query(`UPDATE mark SET ${ago('handedBackAt')}`);
  await query(`UPDATE feedback_word SET ${ago('at')}`);
  for (const table of ['news_told', 'news_reader']) await query(`DELETE FROM ${table}`);
});

const DAY_MS = 86_400_000;
const give = (days = 7, who = '10a') =>
  assign(ilse!, lesson, ids[who]!, { dueAt: new Date(Date.now() + days * DAY_MS).toISOString() });
const handIn = async (assignment: string, by = tam!) => {
  await by.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const { queue } = (await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as {
    queue: { submissionId: string }[];
  };
  return queue[0]!.submissionId;
};
interface Item {
  readonly kind: string;
  readonly title: string;
  readonly count: number;
  readonly isNew: boolean;
  readonly at: string;
}
const newsOf = async (agent: Agent) => {
  const { items, seenAt } = (await agent.get('/api/own-news').expect(200)).body as {
    items: readonly Omit<Item, 'isNew'>[];
    seenAt: string;
  };
  return items.map((one): Item => ({ ...one, isNew: one.at > seenAt }));
};
const kindsOf = async (agent: Agent) => (await newsOf(agent)).map(({ kind }) => kind);

describe('what is new on the screen', () => {
  it('is what a learner was given, and what of it was changed; not where it stands on the class page', async () => {
    expect(await newsOf(tam!)).toEqual([]);
    const assignment = await give();
    expect(await newsOf(tam!)).toMatchObject([{ kind: 'given', title: 'Neaps', className: '10a', isNew: true }]);
    const terms = askedWith([lesson], { whom: WHOLE_CLASS, dueAt: new Date(Date.now() + 8 * DAY_MS).toISOString() });
    await ilse!.put(`/api/assignments/${assignment}`).send(terms).expect(200);
    expect(await kindsOf(tam!)).toEqual(['changed', 'given']);
    await query('UPDATE assignment SET changedAt = NULL');
    await ilse!
      .put(`/api/assignments/${assignment}`)
      .send({ ...terms, unit: 'Tides', day: '2026-01-05' })
      .expect(200);
    expect(await kindsOf(tam!)).toEqual(['given']);
  });

  it('is gone with what was taken back, and of nobody who does not have it', async () => {
    const assignment = await give();
    expect(await newsOf(await test.signedIn('ola'))).toEqual([]);
    await ilse!.delete(`/api/assignments/${assignment}`).expect(204);
    expect(await newsOf(tam!)).toEqual([]);
  });

  it('is what is due tomorrow, with extra time for whom it concerns, until it is done', async () => {
    const assignment = await give(1);
    await query('UPDATE assignment SET createdAt = NOW() - INTERVAL 20 DAY');
    expect(await kindsOf(tam!)).toEqual(['due']);
    await query("INSERT INTO accommodation VALUES (?, 0, 0, '0.5')", [ids['wren']]);
    expect(await kindsOf(wren!)).toEqual([]);
    // Given half a year ago and due two months ago: with half more time it is due tomorrow.
    await query(
      'UPDATE assignment SET createdAt = NOW() - INTERVAL 200 DAY, dueAt = NOW() - INTERVAL 66 DAY WHERE id = ?',
      [assignment],
    );
    expect([await kindsOf(wren!), await kindsOf(tam!)]).toEqual([['due'], []]);
    await query(
      'UPDATE assignment SET createdAt = NOW() - INTERVAL 20 DAY, dueAt = NOW() + INTERVAL 1 DAY WHERE id = ?',
      [assignment],
    );
    await query('DELETE FROM accommodation');
    expect(await kindsOf(wren!)).toEqual(['due']);
    await handIn(assignment);
    expect(await kindsOf(tam!)).toEqual([]);
  });

  it('is what waits for whoever teaches the class, as one for each assignment, and what was handed back', async () => {
    const assignment = await give();
    const first = await handIn(assignment);
    await handIn(assignment, wren);
    expect(await newsOf(ilse!)).toMatchObject([{ kind: 'handed-in', title: 'Neaps', count: 2, isNew: true }]);
    expect(await newsOf(await test.signedIn('co'))).toMatchObject([{ kind: 'handed-in', count: 2 }]);
    expect(await newsOf(await test.signedIn('bo'))).toEqual([]);
    const marks = { points: 12, comment: '', times: 1, revision: 0 };
    await ilse!.post(`/api/marking/hand-ins/${first}/hand-back`).send(marks).expect(204);
    expect(await newsOf(ilse!)).toMatchObject([{ kind: 'handed-in', count: 1 }]);
    expect(await kindsOf(tam!)).toEqual(['handed-back', 'given']);
    expect(await kindsOf(wren!)).toEqual(['given']);
  });

  it('is what a learner says about their feedback until it is answered, and then the answer', async () => {
    const assignment = await give();
    const handed = await handIn(assignment);
    const marks = { points: 12, comment: '', times: 1, revision: 0 };
    await ilse!.post(`/api/marking/hand-ins/${handed}/hand-back`).send(marks).expect(204);
    await tam!.post(`/api/assignments/${assignment}/feedback/words?again=yes`).send({ text: 'Why?' }).expect(201);
    expect(await newsOf(ilse!)).toMatchObject([{ kind: 'answer-back', title: 'Neaps', count: 1 }]);
    expect(await kindsOf(await test.signedIn('bo'))).toEqual([]);
    await ilse!.post(`/api/marking/hand-ins/${handed}/words`).send({ text: 'So.' }).expect(201);
    expect(await kindsOf(ilse!)).toEqual([]);
    expect(await kindsOf(tam!)).toEqual(['said-back', 'handed-back', 'given']);
    expect(await kindsOf(wren!)).toEqual(['given']);
  });

  it('is new until it was seen, and only what was seen is not new any more', async () => {
    await give();
    const [seen] = await newsOf(tam!);
    const second = await give();
    await query('UPDATE assignment SET createdAt = createdAt + INTERVAL 1 SECOND WHERE id = ?', [second]);
    await tam!.post('/api/own-news/seen').send({ until: seen!.at }).expect(204);
    expect((await newsOf(tam!)).map(({ isNew }) => isNew)).toEqual([true, false]);
    // What was seen stays seen, whatever an older page says.
    await tam!.post('/api/own-news/seen').send({ until: '2020-01-01T00:00:00.000Z' }).expect(204);
    expect((await newsOf(tam!)).map(({ isNew }) => isNew)).toEqual([true, false]);
    await tam!.post('/api/own-news/seen').send({ until: 'soon' }).expect(400);
  });
});

const WISHES: NewsWishes = {
  ...{ way: 'daily', kinds: ['given', 'due', 'handed-back'], dailyAt: 960, quietFrom: 0, quietUntil: 0 },
};
const wish = (more: Partial<NewsWishes> = {}, by = tam!) => by.put('/api/own-news/wishes').send({ ...WISHES, ...more });
const lettersTo = (name: string) =>
  catcher.mails.filter((one) => one.to.includes(name) && /Oak Bell:/.test(one.subject));
/** What its job process would do within a minute: the time of everybody, or of nobody new, has come. */
async function round({ isTime = true } = {}): Promise<string> {
  if (isTime) await query('UPDATE news_reader SET nextAt = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND');
  const jobs = test.app.get(JobsService, { strict: false });
  const { id } = await jobs.add({ kind: 'news-round', ownerId: null, subjectId: randomUUID(), input: {} });
  return until(async () => [(await jobs.one(id)).state].find((state) => state === 'done' || state === 'failed'));
}
const letterJobs = async () =>
  (await query("SELECT state, notBefore, input FROM job WHERE kind = 'mail'")) as {
    state: string;
    notBefore: Date | null;
    input: { kind: string };
  }[];
const allSent = () =>
  until(async () => (await letterJobs()).every(({ state, notBefore }) => state === 'done' || notBefore !== null));

describe('what is new by mail', () => {
  let before = 0;
  beforeEach(async () => {
    await allSent();
    await query("DELETE FROM job WHERE kind = 'mail'");
    before = lettersTo('tam').length;
  });
  const letters = async () => {
    await allSent();
    return lettersTo('tam').slice(0, lettersTo('tam').length - before);
  };

  it('is one letter for all of it, told once, without marks or words of anybody', async () => {
    await wish().expect(204);
    await query("UPDATE news_reader SET since = '2020-01-01'");
    await give();
    const due = await give(1);
    await query('UPDATE assignment SET createdAt = createdAt - INTERVAL 3 DAY WHERE id = ?', [due]);
    await round();
    const [letter, ...more] = await letters();
    expect(more).toEqual([]);
    expect(letter!.subject).toBe('Oak Bell: 3 things are new');
    expect(letter!.text).toMatch(/Hello tam,/);
    expect(letter!.text.match(/^New: Neaps$/gm)).toHaveLength(2);
    expect(letter!.text).toMatch(/^Due soon: Neaps\n10a, due \w+ \d+ \w+/m);
    expect(letter!.text).toContain('https://oak.example/news');
    expect(letter!.text).not.toContain('Watch it.');
    await round();
    expect(await letters()).toHaveLength(1);
  });

  it('waits for the time of day that somebody chose', async () => {
    await wish().expect(204);
    await give();
    await round({ isTime: false });
    expect(await letters()).toEqual([]);
    await round();
    expect(await letters()).toHaveLength(1);
  });

  it('begins with what comes once somebody is known, and not with what came while they wanted none', async () => {
    await wish({ way: 'never' }).expect(204);
    await give();
    await round();
    expect(await letters()).toEqual([]);
    await wish().expect(204);
    await round();
    expect(await letters()).toEqual([]);
    await give();
    await round();
    expect(await letters()).toHaveLength(1);
  });

  it('is of the kinds that were chosen, and of none that is not one’s own', async () => {
    await wish({ kinds: ['handed-back'] }).expect(204);
    await give();
    await round();
    expect(await letters()).toEqual([]);
    expect((await wish({ kinds: ['handed-in'] }).expect(422)).body).toMatchObject({ code: 'not-for-you' });
    await wish({ dailyAt: 1440 }).expect(400);
    expect((await tam!.get('/api/own-news/wishes').expect(200)).body).toEqual({ ...WISHES, kinds: ['handed-back'] });
    await wish({ kinds: ['handed-in'] }, ilse).expect(204);
  });

  it('leaves out what is so no longer when it goes, and does not go where nothing is left', async () => {
    await wish().expect(204);
    await query("UPDATE news_reader SET since = '2020-01-01'");
    const [first, second] = [await give(), await give()];
    catcher.fault = 'busy';
    await round();
    await until(async () => (await letterJobs()).some(({ notBefore }) => notBefore !== null));
    await ilse!.delete(`/api/assignments/${first}`).expect(204);
    catcher.fault = null;
    const go = () => query("UPDATE job SET notBefore = NULL WHERE kind = 'mail' AND state = 'waiting'");
    await go();
    await until(async () => (await letterJobs()).every(({ state }) => state === 'done'));
    expect((await letters()).map(({ subject }) => subject)).toEqual(['Oak Bell: New: Neaps']);
    await query('DELETE FROM news_told');
    catcher.fault = 'busy';
    await round();
    await until(async () => (await letterJobs()).some(({ notBefore }) => notBefore !== null));
    await ilse!.delete(`/api/assignments/${second}`).expect(204);
    catcher.fault = null;
    await go();
    await until(async () => (await letterJobs()).every(({ state }) => state === 'done'));
    expect(await letters()).toHaveLength(1);
  });

  it('rests in the quiet hours, also a letter that did not go out before them', async () => {
    const zone = 'UTC';
    await query('UPDATE school SET timeZone = ?', [zone]);
    const minute = new Date().getUTCHours() * 60 + new Date().getUTCMinutes();
    const around = { quietFrom: (minute + 1437) % 1440, quietUntil: (minute + 30) % 1440 };
    await wish({ way: 'soon' }).expect(204);
    await give();
    catcher.fault = 'busy';
    await round();
    await until(async () => (await letterJobs()).some(({ notBefore }) => notBefore !== null));
    catcher.fault = null;
    await wish({ way: 'soon', ...around }).expect(204);
    await query("UPDATE job SET notBefore = NULL WHERE kind = 'mail' AND state = 'waiting'");
    const end = async () => (await letterJobs())[0]!.notBefore?.getTime() ?? 0;
    await until(async () => (await end()) > Date.now() + 20 * 60_000);
    expect(await letters()).toEqual([]);
    await give();
    await round();
    expect(await letters()).toEqual([]);
    await wish({ way: 'soon' }).expect(204);
    await query("UPDATE job SET notBefore = NULL WHERE kind = 'mail' AND state = 'waiting'");
    await round();
    await until(async () => (await letterJobs()).every(({ state }) => state === 'done'));
    expect(await letters()).toHaveLength(2);
  });

  it('goes to all others where it fails for one, and to that one later', async () => {
    await wish().expect(204);
    await wish({ kinds: ['handed-in'] }, ilse).expect(204);
    await query("UPDATE news_reader SET since = '2020-01-01'");
    await handIn(await give());
    const told = lettersTo('ilse').length;
    // What tam is told cannot be written down.
    await query(
      `CREATE TRIGGER broken BEFORE INSERT ON news_told FOR EACH ROW
       IF NEW.personId = '${ids['tam']}' THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'broken'; END IF`,
    );
    expect(await round()).toBe('failed');
    await query('DROP TRIGGER broken');
    expect(await letters()).toEqual([]);
    expect(lettersTo('ilse')).toHaveLength(told + 1);
    expect(await round({ isTime: false })).toBe('done');
    expect(await letters()).toHaveLength(1);
    expect(lettersTo('ilse')).toHaveLength(told + 1);
  });

  it('goes to nobody who has left, and to nobody without an address', async () => {
    const people = test.app.get(PeopleService, { strict: false });
    await wish().expect(204);
    await give();
    await people.setLeft(ids['tam']!, true);
    await round();
    await people.setLeft(ids['tam']!, false);
    tam = await test.signedIn('tam');
    await query('UPDATE person SET mail = NULL WHERE id = ?', [ids['tam']]);
    await round();
    expect(await letters()).toEqual([]);
    await query("UPDATE person SET mail = 'tam@skerry.example' WHERE id = ?", [ids['tam']]);
    await round();
    expect(await letters()).toHaveLength(1);
  });

  it('tells a teacher once a day of what was handed in, before they have chosen anything', async () => {
    const told = lettersTo('ilse').length;
    await round();
    const assignment = await give();
    await handIn(assignment);
    await round();
    await allSent();
    const mails = lettersTo('ilse').slice(0, lettersTo('ilse').length - told);
    expect(mails.map(({ subject }) => subject)).toEqual(['Oak Bell: A hand-in waits for you: Neaps']);
    expect(mails[0]!.text).not.toContain('tam');
  });
});
