import { micros } from '@oakbell/core/clock';
import { fileOf, manifestOf, rawBytes } from '../testing/watching.ts';
import { decoded } from '../testing/sounds.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { pdfOf } from '../testing/files.ts';
import { assign, imported, newLesson, publish, record, report, until, visit } from '../testing/lesson.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());

const inSeconds = (edition: { length: number }) => edition.length / 1e6;

it('the whole path: record, publish, assign, watch, hand in, mark, hear', async () => {
  const [teacher, learner] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  const lesson = await newLesson(teacher);
  await record(teacher, lesson.id, 6, [{ kind: 'page', at: micros(0), page: lesson.page }]);
  const edition = await publish(teacher, lesson.id);
  expect(inSeconds(edition)).toBe(6);
  expect(Math.abs(edition.lufs + 16)).toBeLessThan(0.5);
  const assignment = await assign(teacher, lesson.id, ids['10a']!);

  const desk = (await learner.get('/api/desk').expect(200)).body as {
    assignmentId: string;
    state: string;
    lessons: { editionId: string }[];
  }[];
  expect(desk).toMatchObject([{ assignmentId: assignment, state: 'to-do', lessons: [{ editionId: edition.id }] }]);
  const voice = await learner
    .get(await fileOf(learner, edition.id, 'voice.webm'))
    .buffer(true)
    .parse(rawBytes)
    .expect(200);
  expect((await decoded(voice.body as Buffer)).length).toBe(6 * 48_000);

  const opened = await visit(learner, edition.id);
  await report(learner, opened, 2e6).expect(204);
  // The same report once more is the same report.
  await report(learner, opened, 2e6).expect(204);
  const watched = (await teacher.get(`/api/watching/assignments/${assignment}`).expect(200)).body as {
    learners: { name: string; share: number }[];
  };
  expect(watched.learners.map(({ name, share }) => [name, Math.round(share * 100)])).toEqual([
    ['moved', 0],
    ['tam', 33],
    ['wren', 0],
  ]);
  expect(await visit(learner, edition.id)).toMatchObject({ resumeAt: 2e6, seen: [{ start: 0, end: 2e6 }] });

  await learner
    .put(`/api/assignments/${assignment}/hand-in/files`)
    .attach('files', await pdfOf(2), 'plan.pdf')
    .expect(200);
  const queue = (await teacher.get(`/api/marking/${assignment}`).expect(200)).body as {
    queue: { submissionId: string; feedbackLessonId: string }[];
  };
  const { submissionId, feedbackLessonId } = queue.queue[0]!;
  expect(await imported(teacher, feedbackLessonId)).toBe(2);

  await record(teacher, feedbackLessonId, 3);
  await learner.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'too late' }).expect(409);
  // What is typed is kept as it is typed: several at once, and the first of them makes the row. One of them counts.
  const marks = { points: 16, comment: 'Cl', times: 1, revision: 0 };
  const many = Array.from({ length: 12 }, () => teacher.put(`/api/marking/hand-ins/${submissionId}`).send(marks));
  const statuses = (await Promise.all(many)).map((answer) => answer.status);
  expect(statuses.sort()).toEqual([200, ...Array<number>(11).fill(409)]);
  const clear = { points: 17, comment: 'Clear.', times: 1, revision: 1 };
  await teacher.put(`/api/marking/hand-ins/${submissionId}`).send(clear).expect(200);
  await teacher
    .put(`/api/marking/hand-ins/${submissionId}`)
    .send({ ...clear, points: 21, revision: 2 })
    .expect(422);
  const back = teacher.post(`/api/marking/hand-ins/${submissionId}/hand-back`).send({ ...clear, revision: 2 });
  await back.expect(204);

  const feedback = await until(async () => {
    const { body } = await learner.get(`/api/assignments/${assignment}/feedback`).expect(200);
    return (body as { editionId: string | null }).editionId === null
      ? null
      : (body as { editionId: string; points: number });
  });
  expect(feedback).toMatchObject({ points: 17, outOf: 20, comment: 'Clear.', spoken: true });
  await report(learner, await visit(learner, feedback.editionId), 15e5).expect(204);
  const after = (await teacher.get(`/api/marking/${assignment}`)).body as {
    queue: { state: string; heardShare: number }[];
  };
  expect(after.queue[0]).toMatchObject({ state: 'handed-back', heardShare: 0.5 });
});

it('a second edition keeps what was watched, and follows a trim', async () => {
  const [teacher, learner] = [await test.signedIn('ilse'), await test.signedIn('wren')];
  const { id } = await newLesson(teacher, 'Trimmed later');
  await record(teacher, id, 4);
  const first = await publish(teacher, id);
  const assignment = await assign(teacher, id, ids['10a']!, { handIn: false });
  await report(learner, await visit(learner, first.id), 2e6).expect(204);

  const lesson = (await teacher.get(`/api/lessons/${id}`)).body as {
    revision: number;
    edits: { segments: { id: string; start: number; end: number }[] };
  };
  const { id: segment, start, end } = lesson.edits.segments[0]!;
  const trim = { op: 'trim', segment, from: { start, end }, to: { start: 1e6, end } };
  const change = { revision: lesson.revision, do: [trim] };
  await teacher.post(`/api/lessons/${id}/changes`).send(change).expect(200);
  expect((await teacher.post(`/api/lessons/${id}/changes`).send(change).expect(409)).body).toMatchObject({
    code: 'lesson-changed',
  });
  await publish(teacher, id);
  const watched = (await teacher.get(`/api/watching/assignments/${assignment}`)).body as {
    length: number;
    learners: { name: string; share: number }[];
  };
  expect(watched.length).toBe(3e6);
  expect(watched.learners.find((one) => one.name === 'wren')!.share).toBeCloseTo(1 / 3, 5);
});

it('the manifest of an edition holds what a player needs, and no more than its lesson', async () => {
  const teacher = await test.signedIn('ilse');
  const lesson = await newLesson(teacher, '<b>Set</b> & drift "today"');
  const take = await record(teacher, lesson.id, 2, [{ kind: 'page', at: micros(0), page: lesson.page }]);
  const edition = await publish(teacher, lesson.id);
  const manifest = await manifestOf(teacher, edition.id);
  expect(manifest).toMatchObject({ edition: 'oakbell.edition', version: 2, title: '<b>Set</b> & drift "today"' });
  expect(manifest.takes.map((one) => one.id)).toEqual([take]);
  expect(manifest.takes[0]!.log).toContain(lesson.page);
  expect(Buffer.from(manifest.peaks, 'base64')).toHaveLength(20);
});
