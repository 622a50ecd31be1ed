import supertest from 'supertest';
import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { askedWith, assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
type Agent = ReturnType<typeof supertest.agent>;
let ilse: Agent;
let tam: Agent;
let assignment: string;
let lesson: string;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, tam] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
  assignment = await assign(ilse, lesson, ids['10a']!);
});
afterAll(() => test.close());

const pathOf = async (agent: Agent) =>
  ((await agent.get('/api/own-calendar').expect(200)).body as { path: string | null }).path;
const renewed = async (agent: Agent) =>
  ((await agent.post('/api/own-calendar').expect(200)).body as { path: string }).path;
/** Read as a program does that nobody is signed in with; long lines put together again. */
const read = async (path: string) => {
  const { text, headers } = await supertest(test.http).get(path).buffer(true).expect(200);
  expect(headers['content-type']).toBe('text/calendar; charset=utf-8');
  expect(text.split('\r\n').every((line) => !line.includes('\n') && Buffer.byteLength(line) <= 75)).toBe(true);
  return text.replaceAll('\r\n ', '').split('\r\n');
};

describe('due dates in somebody’s calendar', () => {
  it('are at no address at first', async () => {
    expect(await pathOf(tam)).toBeNull();
  });

  it('are read at a secret address, each under a name that stays when it moves', async () => {
    const path = await renewed(tam);
    expect(await pathOf(tam)).toBe(path);
    const before = await read(path);
    expect(before).toEqual(expect.arrayContaining(['BEGIN:VCALENDAR', 'METHOD:PUBLISH', `UID:${assignment}@oak-bell`]));
    expect(before.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(1);
    expect(before.some((line) => line.startsWith('URL') && line.endsWith(`/desk/${assignment}`))).toBe(true);
    const terms = askedWith([lesson], { dueAt: '2030-03-05T16:00:00.000Z', whom: WHOLE_CLASS });
    await ilse.put(`/api/assignments/${assignment}`).send(terms).expect(200);
    const after = await read(path);
    expect(after).toEqual(expect.arrayContaining([`UID:${assignment}@oak-bell`, 'DTSTART:20300305T160000Z']));
  });

  it('are those of the classes that a teacher teaches, and name nobody', async () => {
    const lines = await read(await renewed(ilse));
    expect(lines).toContain(`UID:${assignment}@oak-bell`);
    expect(lines.join()).not.toMatch(/\b(?:tam|wren)\b/i);
    const bo = await test.signedIn('bo');
    expect(await read(await renewed(bo))).not.toContain('BEGIN:VEVENT');
  });

  it('hold what a title says as text', async () => {
    const lesson = await newLesson(ilse, 'Tides; neaps, springs\\');
    await record(ilse, lesson.id, 1);
    await publish(ilse, lesson.id);
    await assign(ilse, lesson.id, ids['10a']!);
    const lines = await read((await pathOf(tam))!);
    expect(lines).toContain('SUMMARY:Due: Tides\\; neaps\\, springs\\\\ (10a)');
  });

  it('are at one address: another ends the one before, and any can be ended', async () => {
    const first = (await pathOf(tam))!;
    const second = await renewed(tam);
    await supertest(test.http).get(first).expect(404);
    await supertest(test.http).get(second).expect(200);
    await tam.delete('/api/own-calendar').expect(204);
    await supertest(test.http).get(second).expect(404);
    expect(await renewed(tam)).not.toBe(second);
  });

  it('are nobody else’s: a guessed address, and that of somebody who left, show nothing', async () => {
    const path = (await pathOf(tam))!;
    const [mine, wrens] = [ids['tam']!, ids['wren']!];
    await supertest(test.http).get(path.replace(mine, wrens)).expect(404);
    await supertest(test.http)
      .get(path.replace(/\/[^/]+\/due/, '/x/due'))
      .expect(404);
    const keeper = await test.signedIn('keeper');
    await keeper.put(`/api/people/${mine}/left`).send({ left: true }).expect(204);
    await supertest(test.http).get(path).expect(404);
  });
});
