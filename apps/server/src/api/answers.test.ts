import { assign, newLesson, publish, record, toClass, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let assignment: string;
let lesson: { id: string; page: string };
const signedIn = async (...names: string[]) => Promise.all(names.map((name) => test.signedIn(name)));

beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const [ilse] = await signedIn('ilse');
  lesson = await newLesson(ilse!);
  await record(ilse!, lesson.id, 2);
  await publish(ilse!, lesson.id);
  assignment = await assign(ilse!, lesson.id, ids['10a']!, { answerLimitMs: 10_000, answerPage: lesson.page });
});
afterAll(() => test.close());

interface HandIn {
  readonly kind: string;
  readonly times: number;
  readonly mayReplace: boolean;
  readonly answerEditionId: string | null;
}

describe('an answer spoken by a learner', () => {
  it('is recorded on the page that was given, handed in, heard by the teacher and marked', async () => {
    const [ilse, bo, tam, wren] = await signedIn('ilse', 'bo', 'tam', 'wren');
    const begun = await tam!.put(`/api/assignments/${assignment}/answer`).expect(200);
    const { lessonId } = begun.body as { lessonId: string };
    expect((await tam!.put(`/api/assignments/${assignment}/answer`)).body).toMatchObject({ lessonId });
    const answer = (await tam!.get(`/api/lessons/${lessonId}`).expect(200)).body as { pages: { id: string }[] };
    expect(answer.pages).toHaveLength(1);

    await tam!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(409);
    const take = await record(tam!, lessonId, 3);
    const handed = await tam!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(200);
    expect(handed.body).toMatchObject({ kind: 'spoken', times: 1, mayReplace: true });
    const { answerEditionId } = await until(async () => {
      const { body } = await tam!.get(`/api/assignments/${assignment}/hand-in`);
      return (body as HandIn).answerEditionId ? (body as HandIn) : null;
    });

    // Only the learner, and who teaches the class, hears it; the recording itself is the learner's alone.
    for (const person of [ilse!, tam!]) await person.get(`/api/editions/${answerEditionId}`).expect(200);
    for (const person of [bo!, wren!]) await person.get(`/api/editions/${answerEditionId}`).expect(404);
    for (const person of [ilse!, bo!, wren!]) {
      await person.get(`/api/lessons/${lessonId}`).expect(404);
      await person.get(`/api/takes/${take}/voice`).expect(404);
    }
    const desk = (await ilse!.get(`/api/marking/${assignment}`)).body as {
      queue: { kind: string; answerEditionId: string; feedbackLessonId: string; submissionId: string }[];
    };
    expect(desk.queue[0]).toMatchObject({ kind: 'spoken', answerEditionId });

    // It may be spoken again until the teacher has begun to speak on it.
    await record(ilse!, desk.queue[0]!.feedbackLessonId, 2);
    await tam!.put(`/api/assignments/${assignment}/answer`).expect(409);
    const again = await tam!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(409);
    expect(again.body).toMatchObject({ code: 'being-marked' });
  });

  it('that is too long is refused in words, and is not lost', async () => {
    const [wren] = await signedIn('wren');
    const { lessonId } = (await wren!.put(`/api/assignments/${assignment}/answer`)).body as { lessonId: string };
    await record(wren!, lessonId, 13);
    const refused = await wren!.put(`/api/assignments/${assignment}/hand-in/spoken`).expect(422);
    expect(refused.body).toMatchObject({
      code: 'answer-too-long',
      detail: 'Your answer is 0:13 long; it can be 0:10. It is safe; record a shorter one.',
    });
    expect((await wren!.get(`/api/lessons/${lessonId}/takes`)).body).toHaveLength(1);
  });

  it('is not asked for everywhere, and a learner makes no other lesson', async () => {
    const [ilse, ola, tam] = await signedIn('ilse', 'ola', 'tam');
    await ola!.put(`/api/assignments/${assignment}/answer`).expect(404);
    const plain = await assign(ilse!, lesson.id, ids['10a']!);
    const refused = await tam!.put(`/api/assignments/${plain}/answer`).expect(409);
    expect(refused.body).toMatchObject({ code: 'no-answer' });
    await tam!.post('/api/lessons').send({ kind: 'worked', title: 'Mine' }).expect(403);
    await tam!.get(`/api/lessons/${lesson.id}`).expect(404);
    const take = await tam!
      .put('/api/takes/6f1f6e0a-5a65-4c3c-9d6d-0a3f6a1b2c3d')
      .send({ lessonId: lesson.id, windowKey: 'test-window' });
    expect(take.status).toBe(404);
  });

  it('cannot be given on a page of another lesson', async () => {
    const [ilse] = await signedIn('ilse');
    const other = await newLesson(ilse!);
    const body = toClass(lesson.id, ids['10a']!, { answerLimitMs: 30_000, answerPage: other.page });
    await ilse!.post('/api/assignments').send(body).expect(404);
  });
});
