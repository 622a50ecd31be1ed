import { MOST_WAITING } from '@oakbell/core/asking';
import { micros } from '@oakbell/core/clock';
import { randomUUID } from 'node:crypto';
import type { agent } from 'supertest';
import { assign, change, newLesson, publish, record } from '../testing/lesson.ts';
import { encoded } from '../testing/sounds.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { speechLike } from '../testing/voiceParts.ts';

type Agent = ReturnType<typeof agent>;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, bo, tam, wren, ola]: Agent[] = [];
let [short, long]: Buffer[] = [];

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, bo, tam, wren, ola] = await Promise.all(
    ['ilse', 'bo', 'tam', 'wren', 'ola'].map((name) => test.signedIn(name)),
  );
  short = await encoded(speechLike(3), 'webm', 24);
  long = await encoded(speechLike(14), 'ogg', 24);
});
afterAll(() => test.close());

interface Shown {
  readonly asking: boolean;
  readonly questions: readonly {
    readonly id: string;
    readonly at: number | null;
    readonly text: string;
    readonly own: boolean;
    readonly name: string | null;
    readonly spoken: { readonly address: string; readonly lengthMs: number } | null;
    readonly answer: { readonly text: string; readonly name: string; readonly spoken: object | null } | null;
  }[];
  readonly signs: readonly { readonly kind: string; readonly at: number; readonly learners: number }[];
}
/** A lesson of 8 s that 10a has, with how to ask about it. */
async function given(terms: object = {}) {
  const lesson = await newLesson(ilse!);
  await record(ilse!, lesson.id, 8);
  const edition = (await publish(ilse!, lesson.id)).id;
  const assignment = await assign(ilse!, lesson.id, ids['10a']!, terms);
  const base = `/api/assignments/${assignment}/lessons/${lesson.id}`;
  const moment = (seconds: number, of = edition) => ({ edition: of, at: Math.round(seconds * 1e6) });
  return {
    ...{ lesson: lesson.id, assignment, edition, base, moment },
    ask: (by: Agent, seconds: number, text: string) =>
      by.post(`${base}/questions`).query(moment(seconds)).send({ text }),
    aloud: (by: Agent, seconds: number, sound: Buffer, name = 'why.webm') =>
      by.post(`${base}/questions/spoken`).query(moment(seconds)).attach('files', sound, name),
    sign: (by: Agent, seconds: number, kind: string, on = true) =>
      by.put(`${base}/signs`).query(moment(seconds)).send({ kind, on }),
    answer: (by: Agent, id: string, text: string, forClass: boolean) =>
      by.put(`/api/assignments/${assignment}/questions/${id}/answer`).send({ text, forClass }),
    seenBy: async (by: Agent): Promise<Shown> => {
      const path = by === ilse ? `/api/watching/assignments/${assignment}/lessons/${lesson.id}` : base;
      return (await by.get(`${path}/questions`).expect(200)).body as Shown;
    },
  };
}
const newsOf = async (by: Agent, assignment: string) => {
  const { items } = (await by.get('/api/own-news').expect(200)).body as {
    items: { kind: string; assignmentId: string; count: number }[];
  };
  return items.filter((one) => one.assignmentId === assignment).map(({ kind, count }) => `${kind} ${count}`);
};

describe('a question at a moment', () => {
  it('is seen by its learner and by who teaches the class, who is told of it, and by nobody else', async () => {
    const { ask, seenBy, assignment } = await given();
    await ask(tam!, 3, 'Why south?').expect(201);
    expect((await seenBy(tam!)).questions).toMatchObject([{ at: 3e6, text: 'Why south?', own: true, answer: null }]);
    expect((await seenBy(ilse!)).questions).toMatchObject([{ at: 3e6, own: false, name: 'tam' }]);
    expect((await seenBy(wren!)).questions).toEqual([]);
    expect(await newsOf(ilse!, assignment)).toEqual(['asked 1']);
  });

  it('is answered before the class without a name, or for its learner alone; its learner is told', async () => {
    const { ask, answer, seenBy, assignment } = await given();
    const idOf = async (seconds: number) => ((await ask(tam!, seconds, `At ${seconds}?`)).body as { id: string }).id;
    const [open, own] = [await idOf(2), await idOf(5)];
    await answer(ilse!, open, 'The stream sets south.', true).expect(204);
    await answer(ilse!, own, 'See me.', false).expect(204);
    const before = await seenBy(wren!);
    expect(before.questions).toMatchObject([
      { id: open, own: false, name: null, answer: { text: 'The stream sets south.', name: 'ilse' } },
    ]);
    expect(JSON.stringify(before)).not.toMatch(/tam|See me/);
    expect((await seenBy(tam!)).questions.map((one) => one.answer?.text)).toEqual([
      'The stream sets south.',
      'See me.',
    ]);
    expect(await newsOf(tam!, assignment)).toContain('answered 2');
    expect(await newsOf(ilse!, assignment)).toEqual([]);
    // Answered anew, and taken back: the question waits again, and the class sees nothing of it.
    await answer(ilse!, open, 'It sets south-east.', true).expect(204);
    expect((await seenBy(wren!)).questions).toMatchObject([{ answer: { text: 'It sets south-east.' } }]);
    await ilse!.delete(`/api/assignments/${assignment}/questions/${open}/answer`).expect(204);
    expect((await seenBy(wren!)).questions).toEqual([]);
    expect(await newsOf(ilse!, assignment)).toEqual(['asked 1']);
  });

  it('stays at what it was asked of when the lesson is cut, and is kept where that is gone', async () => {
    const { ask, lesson, seenBy } = await given();
    await ask(tam!, 1, 'The first?').expect(201);
    await ask(tam!, 6, 'The later?').expect(201);
    await change(ilse!, lesson, ({ segments: [segment] }) => {
      const { id, start, end } = segment!;
      return { op: 'trim', segment: id, from: { start, end }, to: { start: micros(start + 2e6), end } };
    });
    await publish(ilse!, lesson);
    expect((await seenBy(tam!)).questions.map(({ text, at }) => [text, at])).toEqual([
      ['The first?', null],
      ['The later?', 4e6],
    ]);
  });

  it('is taken back by who asked, and stays once it is answered', async () => {
    const { ask, answer, assignment, seenBy } = await given();
    const { id } = (await ask(tam!, 2, 'Why?').expect(201)).body as { id: string };
    const path = `/api/assignments/${assignment}/questions/${id}`;
    await wren!.delete(path).expect(404);
    await answer(ilse!, id, 'So.', false).expect(204);
    expect((await tam!.delete(path).expect(409)).body).toMatchObject({ code: 'answered-already' });
    await ilse!.delete(`${path}/answer`).expect(204);
    await tam!.delete(path).expect(204);
    expect((await seenBy(ilse!)).questions).toEqual([]);
  });

  it('is not one of a flood: so many may wait, and no more', async () => {
    const { ask, answer, seenBy } = await given();
    const asked = await Promise.all(Array.from({ length: MOST_WAITING + 3 }, (_, i) => ask(tam!, 2, `Number ${i}?`)));
    expect(asked.filter(({ status }) => status === 201)).toHaveLength(MOST_WAITING);
    expect(asked.find(({ status }) => status === 422)?.body).toMatchObject({ code: 'too-many-questions' });
    await ask(wren!, 2, 'Another?').expect(201);
    await answer(ilse!, (await seenBy(tam!)).questions[0]!.id, 'So.', false).expect(204);
    await ask(tam!, 2, 'Once more?').expect(201);
  });

  it('sent twice under one key is asked once', async () => {
    const { ask, seenBy } = await given();
    const key = randomUUID();
    const send = () => ask(tam!, 2, 'Why?').set('Idempotency-Key', key);
    expect((await send().expect(201)).body).toEqual((await send().expect(201)).body);
    expect((await seenBy(tam!)).questions).toHaveLength(1);
  });

  it('is not asked by whoever does not have it, of another lesson or edition, without words, or while it is off', async () => {
    const [one, other] = [await given(), await given()];
    await one.ask(ola!, 2, 'Why?').expect(404);
    await one.ask(ilse!, 2, 'Why?').expect(403);
    await tam!.post(`${one.base}/questions`).query(other.moment(2)).send({ text: 'Why?' }).expect(404);
    await tam!
      .post(`/api/assignments/${one.assignment}/lessons/${other.lesson}/questions`)
      .query(other.moment(2))
      .send({ text: 'Why?' })
      .expect(404);
    for (const text of ['', '   ', 'x'.repeat(501)]) await one.ask(tam!, 2, text).expect(400);
    await ilse!.put(`/api/assignments/${one.assignment}/asking`).send({ asking: false }).expect(204);
    expect((await one.ask(tam!, 2, 'Why?').expect(409)).body).toMatchObject({ code: 'asking-is-off' });
    expect((await one.seenBy(tam!)).asking).toBe(false);
    await one.sign(tam!, 2, 'again').expect(409);
    await bo!.put(`/api/assignments/${one.assignment}/asking`).send({ asking: true }).expect(404);
  });

  it('keeps an assignment from being taken back', async () => {
    const { ask, sign, assignment } = await given();
    await sign(tam!, 2, 'again').expect(204);
    await ask(tam!, 2, 'Why?').expect(201);
    expect((await ilse!.delete(`/api/assignments/${assignment}`).expect(409)).body).toMatchObject({
      code: 'work-is-there',
    });
  });
});

describe('a question by voice', () => {
  it('is heard by who teaches the class; the answer too, by those it is for', async () => {
    const { aloud, seenBy, assignment } = await given();
    const asked = (await aloud(tam!, 2, short!).expect(201)).body as Shown['questions'][number];
    expect(asked.spoken?.lengthMs).toBeGreaterThan(2900);
    const [{ spoken } = { spoken: null }] = (await seenBy(ilse!)).questions;
    const sound = await ilse!.get(spoken!.address).expect(200);
    expect(sound.headers['content-type']).toMatch(/mp4|m4a/);
    // An address is of use to whom it was given.
    expect((await wren!.get(spoken!.address)).status).not.toBe(200);
    const answer = (to: string) =>
      ilse!
        .put(`/api/assignments/${assignment}/questions/${asked.id}/answer/spoken`)
        .query({ to })
        .attach('files', long!, 'so.ogg');
    await answer('asker').expect(204);
    expect((await seenBy(wren!)).questions).toEqual([]);
    await answer('class').expect(204);
    const [{ spoken: question, answer: heard }] = (await seenBy(wren!)).questions as [Shown['questions'][number]];
    expect([question, heard?.spoken]).toEqual([expect.anything(), expect.anything()]);
    await wren!.get((heard!.spoken as { address: string }).address).expect(200);
  });

  it('of more than ten seconds, without sound, of two files or of none is refused in words, and nothing is kept', async () => {
    const { aloud, seenBy, base, moment } = await given();
    expect((await aloud(tam!, 2, long!, 'long.ogg').expect(422)).body).toMatchObject({
      code: 'voice-too-long',
      detail: 'This is longer than 0:10 min. Nothing was sent; say it shorter.',
    });
    expect((await aloud(tam!, 2, Buffer.from('no sound'), 'a.webm').expect(422)).body).toMatchObject({
      code: 'voice-broken',
    });
    const sent = () => tam!.post(`${base}/questions/spoken`).query(moment(2));
    await sent().attach('files', short!, 'a.webm').attach('files', short!, 'b.webm').expect(400);
    await sent().expect(400);
    expect((await seenBy(tam!)).questions).toEqual([]);
  });
});

describe('signs', () => {
  it('are marks for who teaches it, told by how many and by nobody’s name; one’s own are taken back', async () => {
    const { sign, seenBy } = await given();
    for (const seconds of [2, 2, 3]) await sign(tam!, seconds, 'again').expect(204);
    await sign(wren!, 3.5, 'again').expect(204);
    await sign(wren!, 7, 'clear').expect(204);
    const marks = await seenBy(ilse!);
    expect(marks.signs).toEqual([
      { kind: 'again', at: 3e6, learners: 2 },
      { kind: 'clear', at: 7e6, learners: 1 },
    ]);
    expect(JSON.stringify(marks)).not.toMatch(/tam|wren/);
    expect((await seenBy(wren!)).signs.map(({ kind, at }) => [kind, at / 1e6])).toEqual([
      ['again', 3.5],
      ['clear', 7],
    ]);
    await sign(wren!, 7, 'clear', false).expect(204);
    expect((await seenBy(ilse!)).signs).toHaveLength(1);
    await sign(tam!, 2, 'nonsense').expect(400);
  });
});
