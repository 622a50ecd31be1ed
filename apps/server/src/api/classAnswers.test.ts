import { randomUUID } from 'node:crypto';
import type { agent } from 'supertest';
import { pictureOf, soundOf } from '../testing/files.ts';
import { assign, imported, newLesson, publish, record, toClass, until, visit } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = ReturnType<typeof agent>;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let lesson: { readonly id: string };
let [ilse, tam, bo, wren, ola]: Agent[] = [];
let classmate: Agent;
const signedIn = async (...names: string[]) => Promise.all(names.map((name) => test.signedIn(name)));

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, tam, bo, wren, ola] = await signedIn('ilse', 'tam', 'bo', 'wren', 'ola');
  classmate = await test.signedIn('moved');
  lesson = await newLesson(ilse!);
  await record(ilse!, lesson.id, 2);
  await publish(ilse!, lesson.id);
});
afterAll(() => test.close());

interface Row {
  readonly submissionId: string;
  readonly learnerName: string;
  readonly times: number;
  readonly approvedAt: string | null;
  readonly answerEditionId: string | null;
  readonly feedbackLessonId: string;
  readonly late: boolean;
  readonly replies: number;
}
const queueOf = async (assignment: string): Promise<readonly Row[]> =>
  ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: Row[] }).queue;
const handInText = (by: Agent, assignment: string, text: string) =>
  by.put(`/api/assignments/${assignment}/hand-in/text`).send({ text }).expect(200);
const answersFor = async (by: Agent, assignment: string) =>
  (await by.get(`/api/assignments/${assignment}/answers`).expect(200)).body as {
    id: string;
    name: string | null;
    own: boolean;
  }[];
/** What somebody lets their class see of them in what they handed in: everything, but for what is said otherwise. */
const agree = (by: Agent, assignment: string, but: object = {}) =>
  by.put(`/api/assignments/${assignment}/hand-in/agreed`).send({ name: true, voice: true, hand: true, ...but });
const approve = (id: string, body: object) => ilse!.put(`/api/marking/hand-ins/${id}/approval`).send(body);

describe('pages before the class', () => {
  it('are those that their maker lets the class see, or that hold nothing by hand as their teacher says', async () => {
    const assignment = await assign(ilse!, lesson.id, ids['10a']!, { answersSeen: 'class' });
    await tam!
      .put(`/api/assignments/${assignment}/hand-in/files`)
      .attach('files', await pictureOf(400, 300), 'plan.png')
      .attach('files', soundOf(1), 'said.wav')
      .expect(200);
    const [{ submissionId, feedbackLessonId }] = (await queueOf(assignment)) as [Row];
    expect(await imported(ilse!, feedbackLessonId)).toBe(2);
    const kindsFor = async (by: Agent) => {
      const { body } = await by.get(`/api/answers/${submissionId}`).expect(200);
      const { pages, leftOut } = body as { pages: { kind: string }[]; leftOut: boolean };
      return [pages.map(({ kind }) => kind), leftOut];
    };
    await approve(submissionId, { named: false, times: 1 }).expect(409);
    await approve(submissionId, { named: false, typed: true, times: 1 }).expect(204);
    expect(await kindsFor(wren!)).toEqual([['document'], true]);
    await agree(tam!, assignment, { hand: false }).expect(204);
    expect(await kindsFor(wren!)).toEqual([['document', 'clip'], false]);
    await approve(submissionId, { named: false, times: 1 }).expect(204);
    expect(await kindsFor(wren!)).toEqual([['clip'], true]);
    await agree(tam!, assignment).expect(204);
    expect(await kindsFor(wren!)).toEqual([['document', 'clip'], false]);
    await wren!
      .put(`/api/assignments/${assignment}/hand-in/agreed`)
      .send({ name: true, voice: true, hand: true })
      .expect(404);
  });
});

describe('answers before the class', () => {
  let assignment: string;
  let row: Row;
  beforeAll(async () => {
    assignment = await assign(ilse!, lesson.id, ids['10a']!, { answersSeen: 'class' });
    await handInText(tam!, assignment, 'Slack at ten');
    row = (await queueOf(assignment))[0]!;
  });

  it('are seen by nobody but who teaches it until a teacher says yes', async () => {
    expect(row.approvedAt).toBeNull();
    for (const by of [tam!, wren!]) {
      expect(await answersFor(by, assignment)).toEqual([]);
      await by.get(`/api/answers/${row.submissionId}`).expect(404);
    }
  });

  it('are seen then, by name or without one, with nothing of the marking', async () => {
    await until(async () => {
      const { body } = await tam!.get(`/api/assignments/${assignment}/hand-in`);
      return (body as { pages: unknown[] }).pages.length > 0 || null;
    });
    await ilse!
      .put(`/api/marking/hand-ins/${row.submissionId}`)
      .send({ points: 3, comment: 'Look at the springs', times: 1, revision: 0 })
      .expect(200);
    await approve(row.submissionId, { named: false, times: 1 }).expect(204);
    expect(await answersFor(wren!, assignment)).toMatchObject([{ id: row.submissionId, name: null, own: false }]);
    expect(await answersFor(tam!, assignment)).toMatchObject([{ name: 'tam', own: true }]);
    const { body } = await wren!.get(`/api/answers/${row.submissionId}`).expect(200);
    const shown = body as { pages: unknown[]; media: { base: string; files: string[] } };
    expect(shown).toMatchObject({
      name: null,
      kind: 'text',
      text: 'Slack at ten',
      editionId: null,
      pages: [expect.anything()],
    });
    expect(JSON.stringify(shown)).not.toMatch(/springs|points|comment|"tam"/);
    await wren!.get(`${shown.media.base}/${shown.media.files[0]}`).expect(200);
    await approve(row.submissionId, { named: false, shownAs: ' Answer A ', times: 1 }).expect(204);
    expect(await answersFor(wren!, assignment)).toMatchObject([{ name: 'Answer A' }]);
    expect(await answersFor(tam!, assignment)).toMatchObject([{ name: 'tam', own: true }]);
    const { body: unnamed } = await approve(row.submissionId, { named: true, times: 1 }).expect(409);
    expect(unnamed).toMatchObject({ code: 'name-not-agreed' });
    await agree(tam!, assignment).expect(204);
    await approve(row.submissionId, { named: true, shownAs: 'Answer A', times: 1 }).expect(204);
    expect(await answersFor(wren!, assignment)).toMatchObject([{ name: 'tam' }]);
    await ola!.get(`/api/answers/${row.submissionId}`).expect(404);
    const { body: mine } = await tam!.get(`/api/assignments/${assignment}/hand-in`);
    expect(mine).toMatchObject({ shown: true });
    const news = (await tam!.get('/api/own-news')).body as { items: { kind: string; assignmentId: string }[] };
    expect(news.items).toContainEqual(expect.objectContaining({ kind: 'approved', assignmentId: assignment }));
  });

  it('are gone at once when the yes is taken back, and so are the addresses of their pages', async () => {
    const { body } = await wren!.get(`/api/answers/${row.submissionId}`);
    const { media } = body as { media: { base: string; files: string[] } };
    await ilse!.delete(`/api/marking/hand-ins/${row.submissionId}/approval`).expect(204);
    await wren!.get(`/api/answers/${row.submissionId}`).expect(404);
    await until(async () => (await wren!.get(`${media.base}/${media.files[0]}`)).status !== 200 || null);
    expect(await answersFor(wren!, assignment)).toEqual([]);
  });

  it('are not those that were handed in since: a yes is for what somebody has looked at', async () => {
    await approve(row.submissionId, { named: true, times: 1 }).expect(204);
    await handInText(tam!, assignment, 'Slack at eleven');
    expect(await answersFor(wren!, assignment)).toEqual([]);
    const refused = await approve(row.submissionId, { named: true, times: 1 }).expect(409);
    expect(refused.body).toMatchObject({ code: 'handed-in-again' });
    await approve(row.submissionId, { named: true, times: 2 }).expect(204);
  });

  it('are replied to by the class; each reply is seen by it after the teacher’s yes', async () => {
    const path = `/api/answers/${row.submissionId}`;
    type Reply = { id: string; text: string; own: boolean; shown: boolean; name: string };
    const repliesFor = async (by: Agent) => ((await by.get(path).expect(200)).body as { replies: Reply[] }).replies;
    await wren!.post(`${path}/replies`).send({ text: 'Why at eleven?' }).expect(204);
    expect(await repliesFor(wren!)).toMatchObject([{ text: 'Why at eleven?', own: true, shown: false }]);
    expect(await repliesFor(tam!)).toEqual([]);
    const told = await ilse!.get(`/api/marking/hand-ins/${row.submissionId}/replies`).expect(200);
    const [{ id, name }] = told.body as [Reply];
    expect(name).toBe('wren');
    expect(await queueOf(assignment)).toMatchObject([{ replies: 1 }]);
    const yes = `/api/marking/hand-ins/${row.submissionId}/replies/${id}`;
    await ilse!.put(yes).send({ shown: true }).expect(204);
    expect(await repliesFor(tam!)).toMatchObject([{ text: 'Why at eleven?', own: false, name: 'wren' }]);
    expect(await queueOf(assignment)).toMatchObject([{ replies: 0 }]);
    await ilse!.put(yes).send({ shown: false }).expect(204);
    expect(await repliesFor(tam!)).toEqual([]);
    // Nobody takes back what another wrote, and nobody writes without end.
    await tam!.delete(`${path}/replies/${id}`).expect(404);
    await ola!.post(`${path}/replies`).send({ text: 'From elsewhere' }).expect(404);
    for (let n = 1; n < 5; n += 1)
      await wren!
        .post(`${path}/replies`)
        .send({ text: `${n}` })
        .expect(204);
    const refused = await wren!.post(`${path}/replies`).send({ text: 'more' }).expect(422);
    expect(refused.body).toMatchObject({ code: 'too-many-replies' });
    await wren!.delete(`${path}/replies/${id}`).expect(204);
    expect(await repliesFor(wren!)).toHaveLength(4);
  });

  it('are for teachers alone where that is said, also when it is said later', async () => {
    const { body } = await ilse!.get(`/api/lessons/${lesson.id}/assignments`).expect(200);
    const given = (body as Record<string, unknown>[]).find((one) => one['id'] === assignment)!;
    const change = (answersSeen: string) => {
      const {
        id: _,
        classId: _c,
        className: _n,
        title: _t,
        lessons: _l,
        attachments: _a,
        learners: _h,
        ...asked
      } = given;
      return ilse!.put(`/api/assignments/${assignment}`).send({ ...asked, answersSeen });
    };
    await change('teacher').expect(200);
    await wren!.get(`/api/answers/${row.submissionId}`).expect(404);
    expect(await answersFor(wren!, assignment)).toEqual([]);
    expect((await approve(row.submissionId, { named: true, times: 2 }).expect(409)).body).toMatchObject({
      code: 'for-teachers-only',
    });
    await change('class').expect(200);
    await wren!.get(`/api/answers/${row.submissionId}`).expect(200);
  });
});

describe('a small lesson', () => {
  interface Begun {
    readonly lessonId: string;
    readonly own: boolean;
    readonly with: string | null;
    readonly code: string | null;
  }
  const begin = async (by: Agent, assignment: string) =>
    (await by.put(`/api/assignments/${assignment}/answer`).expect(200)).body as Begun;
  const openTo = async (by: Agent, assignment: string) =>
    (await by.put(`/api/assignments/${assignment}/answer/code`).expect(200)).body as Begun;
  const comeTo = (by: Agent, assignment: string, code: string | null) =>
    by.put(`/api/assignments/${assignment}/answer/with`).send({ code: code?.toLowerCase() });
  const forTwo = (terms: object = {}) =>
    assign(ilse!, lesson.id, ids['10a']!, { answerLimitMs: 60_000, makers: 2, answersSeen: 'class', ...terms });

  it('has pages that its maker chooses, where an answer has the one that was asked for', async () => {
    const assignment = await forTwo({ makers: 1 });
    const { lessonId, own, code } = await begin(tam!, assignment);
    expect([own, code]).toEqual([true, null]);
    const { body: board } = await tam!
      .post(`/api/lessons/${lessonId}/boards`)
      .send({ backdrop: { kind: 'squared' } })
      .expect(201);
    await tam!.delete(`/api/lessons/${lessonId}/pages/${(board as { id: string }).id}`).expect(204);
    await wren!
      .post(`/api/lessons/${lessonId}/boards`)
      .send({ backdrop: { kind: 'squared' } })
      .expect(404);
    const spoken = await begin(tam!, await assign(ilse!, lesson.id, ids['10a']!, { answerLimitMs: 60_000 }));
    await tam!
      .post(`/api/lessons/${spoken.lessonId}/boards`)
      .send({ backdrop: { kind: 'squared' } })
      .expect(404);
    expect((await tam!.put(`/api/assignments/${assignment}/answer/code`).expect(409)).body).toMatchObject({
      code: 'made-alone',
    });
  });

  it('is made by two, one of whom says a code: both record, one hands in, both have handed in', async () => {
    const assignment = await forTwo();
    const opened = await openTo(tam!, assignment);
    expect((await comeTo(wren!, assignment, 'AAAA-AAAA').expect(404)).body).toMatchObject({ code: 'no-such-code' });
    const joined = (await comeTo(wren!, assignment, opened.code).expect(200)).body as Begun;
    expect(joined).toEqual({ lessonId: opened.lessonId, own: false, with: 'tam', code: null });
    expect(await begin(tam!, assignment)).toMatchObject({ own: true, with: 'wren', code: null });

    await record(tam!, opened.lessonId, 2);
    await record(wren!, opened.lessonId, 3);
    const handed = await wren!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(200);
    expect(handed.body).toMatchObject({ kind: 'spoken', makers: 'tam and wren', late: false });
    for (const by of [tam!, wren!])
      expect((await by.get(`/api/assignments/${assignment}/hand-in`).expect(200)).body).toMatchObject({ times: 1 });
    const queue = await queueOf(assignment);
    expect(queue).toMatchObject([{ learnerName: 'tam and wren', makers: [{ name: 'tam' }, { name: 'wren' }] }]);
    expect((await tam!.delete(`/api/assignments/${assignment}/answer/with`).expect(409)).body).toMatchObject({
      code: 'handed-in-together',
    });

    // Both have it back, by one feedback.
    const [{ submissionId, feedbackLessonId }] = queue as [Row];
    await record(ilse!, feedbackLessonId, 2);
    const marks = { points: 4, comment: 'Good', times: 1, revision: 0 };
    await ilse!.post(`/api/marking/hand-ins/${submissionId}/hand-back`).send(marks).expect(204);
    for (const by of [tam!, wren!]) {
      const { editionId } = await until(async () => {
        const { body } = await by.get(`/api/assignments/${assignment}/feedback`);
        return (body as { editionId: string | null }).editionId ? (body as { editionId: string }) : null;
      });
      await by.get(`/api/editions/${editionId}`).expect(200);
    }
  });

  it('is watched by the class after the teacher’s yes, and that is counted', async () => {
    const assignment = await forTwo();
    const { lessonId } = await begin(tam!, assignment);
    await record(tam!, lessonId, 2);
    await tam!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(200);
    const { submissionId, answerEditionId } = await until(async () => {
      const [row] = await queueOf(assignment);
      return row?.answerEditionId ? row : null;
    });
    await wren!.get(`/api/editions/${answerEditionId}`).expect(404);
    expect((await approve(submissionId, { named: false, times: 1 }).expect(409)).body).toMatchObject({
      code: 'nothing-agreed',
    });
    await agree(tam!, assignment).expect(204);
    await approve(submissionId, { named: true, times: 1 }).expect(204);
    expect((await wren!.get(`/api/answers/${submissionId}`).expect(200)).body).toMatchObject({
      ...{ editionId: answerEditionId, name: 'tam', pages: [] },
    });
    await wren!.get(`/api/editions/${answerEditionId}`).expect(200);
    await visit(wren!, answerEditionId!);
    await bo!.get(`/api/editions/${answerEditionId}`).expect(404);
    // What is watched is the edition: the lesson and its takes stay with their maker.
    await wren!.get(`/api/lessons/${lessonId}`).expect(404);
    await ilse!.delete(`/api/marking/hand-ins/${submissionId}/approval`).expect(204);
    await wren!.get(`/api/editions/${answerEditionId}`).expect(404);
  });

  it('is heard without what was written, or not at all, as its makers agree; both of them have to', async () => {
    const assignment = await forTwo();
    const { lessonId, code } = await openTo(tam!, assignment);
    await comeTo(wren!, assignment, code).expect(200);
    await record(tam!, lessonId, 2);
    await tam!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(200);
    const { submissionId, answerEditionId } = await until(async () => {
      const [row] = await queueOf(assignment);
      return row?.answerEditionId ? row : null;
    });
    await agree(tam!, assignment).expect(204);
    await approve(submissionId, { named: false, times: 1 }).expect(409);
    await agree(wren!, assignment, { hand: false, name: false }).expect(204);
    expect((await queueOf(assignment))[0]).toMatchObject({ agreed: { name: false, voice: true, hand: false } });
    await approve(submissionId, { named: true, times: 1 }).expect(409);
    await approve(submissionId, { named: false, times: 1 }).expect(204);

    const { body } = await classmate.get(`/api/answers/${submissionId}`).expect(200);
    const heard = body as { sound: string; media: { base: string; files: string[] } };
    expect(heard).toMatchObject({ name: null, editionId: null, leftOut: true, pages: [] });
    await classmate.get(`/api/editions/${answerEditionId}`).expect(404);
    const sound = `${heard.media.base}/${heard.media.files.find((file) => file.endsWith(heard.sound))}`;
    await classmate.get(sound).expect(200);

    // Who thinks better of it is not heard any more, also by whoever has the address.
    await agree(wren!, assignment, { voice: false }).expect(204);
    await classmate.get(`/api/answers/${submissionId}`).expect(404);
    expect(await answersFor(classmate, assignment)).toEqual([]);
    await until(async () => (await classmate.get(sound)).status !== 200 || null);
    await agree(wren!, assignment).expect(204);
    await classmate.get(`/api/editions/${answerEditionId}`).expect(200);
  });

  it('goes on alone when one leaves: what each made alone before is there again', async () => {
    const assignment = await forTwo();
    const alone = await begin(wren!, assignment);
    const { lessonId, code } = await openTo(tam!, assignment);
    await comeTo(wren!, assignment, code).expect(200);
    expect((await begin(wren!, assignment)).lessonId).toBe(lessonId);
    await wren!.get(`/api/lessons/${lessonId}`).expect(200);
    // A third finds it full, and so does whoever would open what is made by two already.
    expect((await tam!.put(`/api/assignments/${assignment}/answer/code`).expect(409)).body).toMatchObject({
      code: 'pair-is-full',
    });
    const { body } = await wren!.delete(`/api/assignments/${assignment}/answer/with`).expect(200);
    expect(body).toEqual({ lessonId: alone.lessonId, own: true, with: null, code: null });
    await wren!.get(`/api/lessons/${lessonId}`).expect(404);
    expect(await begin(tam!, assignment)).toEqual({ lessonId, own: true, with: null, code: null });
  });

  it('is not left by one while the other records: what is being said stays theirs to send', async () => {
    const assignment = await forTwo();
    const { lessonId, code } = await openTo(tam!, assignment);
    await comeTo(wren!, assignment, code).expect(200);
    await wren!.put(`/api/takes/${randomUUID()}`).send({ lessonId, windowKey: 'test-window' }).expect(200);
    expect((await tam!.delete(`/api/assignments/${assignment}/answer/with`).expect(409)).body).toMatchObject({
      code: 'recording-now',
    });
  });

  it('has one pair for each of them: whoever comes to another’s lesson lets nobody into their own', async () => {
    const assignment = await forTwo();
    const mine = await openTo(wren!, assignment);
    const { code } = await openTo(tam!, assignment);
    await comeTo(wren!, assignment, code).expect(200);
    const moved = await test.signedIn('moved');
    expect((await comeTo(moved, assignment, mine.code).expect(404)).body).toMatchObject({ code: 'no-such-code' });
  });

  it('is not made by two once one of them has handed in, nor by a code of another class', async () => {
    const assignment = await forTwo();
    const { code } = await openTo(tam!, assignment);
    await handInText(wren!, assignment, 'Mine alone');
    expect((await comeTo(wren!, assignment, code).expect(409)).body).toMatchObject({ code: 'handed-in-alone' });
    const other = await forTwo();
    await comeTo(wren!, other, code).expect(404);
    await ola!.put(`/api/assignments/${assignment}/answer/with`).send({ code }).expect(404);
  });

  it('is asked for with its limit, by two at most', async () => {
    const asked = (terms: object) => ilse!.post('/api/assignments').send(toClass(lesson.id, ids['10a']!, terms));
    await asked({ answerLimitMs: 60_000, makers: 3 }).expect(400);
    const { body } = await asked({ makers: 2 }).expect(201);
    expect((body as { makers: number | null }[])[0]!.makers).toBeNull();
  });
  it('codes cannot be guessed in numbers', async () => {
    const assignment = await forTwo();
    const tries = Array.from({ length: 12 }, () => randomUUID().slice(0, 8));
    const codes: string[] = [];
    for (const one of tries) codes.push(((await comeTo(wren!, assignment, one)).body as { code: string }).code);
    expect(codes.at(-1)).toBe('too-many-codes');
  });
});
