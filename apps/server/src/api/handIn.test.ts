import { DataSource } from 'typeorm';
import { unzipSync, zipSync } from 'fflate';
import { docxOf, filmOf, heicPhoto, odpOf, odsOf, pdfOf, pictureOf, soundOf } from '../testing/files.ts';
import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { askedWith, assign, imported, newLesson, publish, record, toClass } from '../testing/lesson.ts';
import { MOST_VERSIONS } from '../modules/submissions/handedVersion.entity.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { rawBytes } from '../testing/watching.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
let test: TestApp;
let lesson: string;
let classId: string;
let wrenId: string;
let [ilse, tam]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  const ids = await addSchool(test);
  [classId, wrenId] = [ids['10a']!, ids['wren']!];
  [ilse, tam] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 2);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const given = () => assign(ilse!, lesson, classId);
const files = (assignment: string, ...all: readonly (readonly [Buffer, string])[]) => {
  const request = tam!.put(`/api/assignments/${assignment}/hand-in/files`);
  for (const [bytes, name] of all) request.attach('files', bytes, name);
  return request;
};
const mine = async (assignment: string) =>
  (await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(200)).body as {
    fileNames: string[];
    times: number;
    pages: unknown[];
  };
const queueOf = async (assignment: string) =>
  ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: { feedbackLessonId: string }[] }).queue;

it.each([
  ['a program', () => Promise.resolve(Buffer.from('MZ and more'.padEnd(64, '\0'))), 'plan.dat', /is a program/],
  ['a zip that runs', () => Promise.resolve(Buffer.from(zipSync({ 'a.txt': Buffer.from('a') }))), 'a.jar', /program/],
  ['what is named like a program', () => Promise.resolve(Buffer.from([0, 1, 2, 3])), 'a.bat', /named like one/],
  ['a text that is named as a PDF', () => Promise.resolve(Buffer.from('Dear diary')), 'a.pdf', /not a PDF/],
])('%s is refused in words, and what was handed in before stays as it was', async (_, bytes, name, words) => {
  const assignment = await given();
  await files(assignment, [await pdfOf(2), 'plan.pdf']).expect(200);
  const { feedbackLessonId } = (await queueOf(assignment))[0]!;
  expect(await imported(ilse!, feedbackLessonId)).toBe(2);
  const { body, status } = await files(assignment, [await bytes(), name]);
  expect(status).toBe(415);
  const { detail } = body as { detail: string };
  expect(detail).toMatch(words);
  expect(await mine(assignment)).toMatchObject({ fileNames: ['plan.pdf'], times: 1 });
  expect(await queueOf(assignment)).toMatchObject([{ feedbackLessonId }]);
  expect((await mine(assignment)).pages).toHaveLength(2);
});

it('texts, slides and photos of phones become pages, under the names they had', async () => {
  const assignment = await given();
  await files(
    assignment,
    [docxOf('Steer 075.'), 'plan.docx'],
    [odpOf([{ title: 'Tides' }, { title: 'Streams' }]), 'talk.odp'],
    [heicPhoto(), 'IMG_1.HEIC'],
  ).expect(200);
  const { feedbackLessonId } = (await queueOf(assignment))[0]!;
  expect(await imported(ilse!, feedbackLessonId)).toBe(4);
  expect((await mine(assignment)).fileNames).toEqual(['plan.docx', 'talk.odp', 'IMG_1.HEIC']);
});

it('a link that was handed in can be opened at the desk', async () => {
  const assignment = await given();
  const text = 'My chart is here: https://charts.example/tam.';
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text }).expect(200);
  expect(await queueOf(assignment)).toMatchObject([{ links: ['https://charts.example/tam'] }]);
});

it('a damaged photo or text is refused by its name, and what was handed in before stays', async () => {
  const assignment = await given();
  await files(assignment, [await pdfOf(1), 'plan.pdf']).expect(200);
  for (const [bytes, name] of [
    [heicPhoto().subarray(0, 300), 'IMG_2.HEIC'],
    [docxOf('x').subarray(0, 200), 'torn.docx'],
    [Buffer.from('OggS\0\x02'.padEnd(64, '\0')), 'torn.ogg'],
  ] as const) {
    const { body, status } = await files(assignment, [bytes, name]);
    expect([name, status]).toEqual([name, 422]);
    expect((body as { code: string }).code).toMatch(/^(?:picture|document|clip)-broken$/);
  }
  expect(await mine(assignment)).toMatchObject({ fileNames: ['plan.pdf'], times: 1 });
});

describe('sound, film and what cannot be shown', () => {
  interface Given {
    readonly pages: {
      readonly kind: string;
      readonly clip: { readonly moving: boolean; readonly lengthMs: number; readonly clip: string } | null;
      readonly whole: { readonly key: string; readonly name: string; readonly bytes: number } | null;
    }[];
    readonly media: { readonly base: string; readonly files: string[] };
  }
  const zip = Buffer.from(zipSync({ 'tides.txt': Buffer.from('High water 06:12') }));
  let assignment: string;
  let feedback: string;
  let handed: Given;
  const addressOf = (ends: string) => {
    const file = handed.media.files.find((one) => one.endsWith(ends));
    return `${handed.media.base}/${file}`;
  };
  beforeAll(async () => {
    assignment = await given();
    await files(
      assignment,
      [soundOf(2), 'said.wav'],
      [odsOf(), 'tides.ods'],
      [filmOf(1), 'shown.mp4'],
      [Buffer.from('let depth = 3;\n'), 'depth.js.txt'],
      [zip, '../all \u202eof it.zip'],
    ).expect(200);
    feedback = (await queueOf(assignment))[0]!.feedbackLessonId;
    expect(await imported(ilse!, feedback)).toBe(5);
    handed = (await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(200)).body as Given;
  });

  it('are pages in the order that was chosen: played, read, or standing for a file', () => {
    expect(handed.pages.map(({ kind, clip, whole }) => [kind, clip?.moving ?? null, whole?.name ?? null])).toEqual([
      ['clip', false, null],
      ['document', null, 'tides.ods'],
      ['clip', true, null],
      ['document', null, null],
      ['document', null, 'all of it.zip'],
    ]);
    expect(handed.pages[0]!.clip!.lengthMs / 1000).toBeCloseTo(2, 0);
  });
  it('are had, byte for byte, by who handed them in and who marks them, and by nobody else', async () => {
    const whole = handed.pages[4]!.whole!;
    expect(whole.bytes).toBe(zip.length);
    const saved = await tam!.get(addressOf(whole.key)).buffer(true).parse(rawBytes).expect(200);
    expect((saved.body as Buffer).equals(zip)).toBe(true);
    expect(saved.headers['content-type']).toBe('application/octet-stream');
    const { media } = (await ilse!.get(`/api/lessons/${feedback}`).expect(200)).body as Given;
    expect(media.files.some((one) => one.endsWith(whole.key))).toBe(true);
    const clip = `/api/lessons/${feedback}/clips/${handed.pages[2]!.clip!.clip}`;
    await ilse!.get(clip).expect(307);
    const wren = await test.signedIn('wren');
    await wren.get(addressOf(whole.key)).expect(404);
    await wren.get(clip).expect(403);
  });
  it('never become pages of a lesson by way of a copy', async () => {
    const { id, page } = await newLesson(ilse!);
    await ilse!.post(`/api/lessons/${id}/pages/copies`).send({ from: feedback });
    const { pages } = (await ilse!.get(`/api/lessons/${id}`).expect(200)).body as { pages: { id: string }[] };
    expect(pages.map((one) => one.id)).toEqual([page]);
  });
  it('a page that stands for a file is not turned', async () => {
    const { queue } = (await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as {
      queue: { submissionId: string }[];
    };
    const { pages } = (await ilse!.get(`/api/lessons/${feedback}`).expect(200)).body as {
      pages: { id: string; picture: string }[];
    };
    const { id, picture } = pages[1]!;
    await ilse!.post(`/api/marking/hand-ins/${queue[0]!.submissionId}/pages/${id}/turn`).send({ picture }).expect(422);
  });
  it('are kept as evidence with the rest', async () => {
    const { queue } = (await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as {
      queue: { submissionId: string }[];
    };
    const { body } = await ilse!
      .get(`/api/marking/hand-ins/${queue[0]!.submissionId}/evidence`)
      .buffer(true)
      .parse(rawBytes)
      .expect(200);
    const kept = unzipSync(body as Buffer);
    expect(Buffer.from(kept['handed-in/1/page-5.file']!).equals(zip)).toBe(true);
    const facts = JSON.parse(Buffer.from(kept['evidence.json']!).toString()) as object;
    expect(facts).toMatchObject({
      handIn: {
        handedIn: [
          {
            beside: [
              { page: 1, path: 'handed-in/1/page-1.mp4' },
              { page: 2, name: 'tides.ods', path: 'handed-in/1/page-2.file' },
              { page: 3, path: 'handed-in/1/page-3.mp4' },
              { page: 5, name: 'all of it.zip' },
            ],
          },
        ],
      },
    });
  });
});

it('six first hand-ins at one moment are six hand-ins, one after the other, with one feedback lesson', async () => {
  const assignment = await given();
  const told = await Promise.all(
    Array.from({ length: 6 }, (_, i) =>
      tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: `Plan ${i}` }),
    ),
  );
  expect(told.map(({ status }) => status)).toEqual(Array<number>(6).fill(200));
  expect((await mine(assignment)).times).toBe(6);
  expect(await queueOf(assignment)).toHaveLength(1);
  const [orphans] = (await test.app
    .get(DataSource)
    .query(
      "SELECT COUNT(*) AS n FROM lesson l LEFT JOIN submission s ON s.id = l.submissionId WHERE l.kind = 'feedback' AND s.id IS NULL",
    )) as [{ n: string }];
  expect(Number(orphans.n)).toBe(0);
});

describe('what was handed in before', () => {
  const versionsOf = async (assignment: string) => {
    const [row] = (await queueOf(assignment)) as unknown as [{ submissionId: string }];
    const path = `/api/marking/hand-ins/${row.submissionId}/versions`;
    return { path, all: (await ilse!.get(path).expect(200)).body as { number: number }[] };
  };
  it('is kept with its pages, beside what is there now', async () => {
    const assignment = await given();
    await files(assignment, [await pdfOf(2), 'plan.pdf']).expect(200);
    const first = (await queueOf(assignment))[0]!.feedbackLessonId;
    expect(await imported(ilse!, first)).toBe(2);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'Three metres.' }).expect(200);
    const { path, all } = await versionsOf(assignment);
    expect(all).toMatchObject([
      { number: 2, kind: 'text', files: [], letters: 13, late: false },
      { number: 1, kind: 'file', files: [{ name: 'plan.pdf', bytes: expect.any(Number) }] },
    ]);
    expect((await ilse!.get(`${path}/1`).expect(200)).body).toMatchObject({
      text: '',
      pages: [expect.any(Object), expect.any(Object)],
    });
    expect((await ilse!.get(`${path}/2`).expect(200)).body).toMatchObject({ text: 'Three metres.' });
    await ilse!.get(`${path}/3`).expect(404);
    // One of them is spoken on: that which is there now.
    const [{ feedbackLessonId }] = (await queueOf(assignment)) as [{ feedbackLessonId: string }];
    expect(feedbackLessonId).not.toBe(first);
  });
  it('stands in the receipt of its learner, to the letter', async () => {
    const assignment = await given();
    const [pdf, picture] = [await pdfOf(1), await pictureOf(300, 200)];
    await files(assignment, [pdf, 'plan.pdf'], [picture, 'chart.png']).expect(200);
    expect(await mine(assignment)).toMatchObject({
      receipts: [
        {
          number: 1,
          kind: 'file',
          files: [
            { name: 'plan.pdf', bytes: pdf.length },
            { name: 'chart.png', bytes: picture.length },
          ],
        },
      ],
    });
  });
  it('is kept twenty times over; the first goes when more come', async () => {
    const assignment = await given();
    for (let i = 1; i <= MOST_VERSIONS + 1; i += 1)
      await tam!
        .put(`/api/assignments/${assignment}/hand-in/text`)
        .send({ text: `Plan ${i}` })
        .expect(200);
    const { all } = await versionsOf(assignment);
    expect(all.map(({ number }) => number)).toEqual(
      Array.from({ length: MOST_VERSIONS }, (_, i) => MOST_VERSIONS + 1 - i),
    );
  });
});

describe('what a teacher removes with a reason', () => {
  const reason = 'This is the plan of last week.';
  async function removed(terms: object = {}) {
    const assignment = await assign(ilse!, lesson, classId, terms);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const row = async () =>
      ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: [Record<string, unknown>] })
        .queue[0];
    const path = `/api/marking/hand-ins/${String((await row())['submissionId'])}`;
    return { assignment, row, path, remove: () => ilse!.put(`${path}/removal`).send({ reason, times: 1 }) };
  }
  const deskOf = async (assignment: string) =>
    ((await tam!.get('/api/desk').expect(200)).body as { assignmentId: string; state: string }[]).find(
      (one) => one.assignmentId === assignment,
    )!;
  const pileOf = async (assignment: string) =>
    ((await ilse!.get('/api/marking').expect(200)).body as { assignmentId: string; waiting: number }[]).find(
      (one) => one.assignmentId === assignment,
    )!;

  it('counts as not handed in, is told to its learner, and can be handed in again', async () => {
    const { assignment, row, path, remove } = await removed({ answersSeen: 'class', points: 20 });
    await ilse!.put(`${path}/approval`).send({ named: false, times: 1 }).expect(204);
    await remove().expect(204);
    expect(await row()).toMatchObject({ state: 'removed', removedReason: reason, approvedAt: null });
    expect(await mine(assignment)).toMatchObject({ state: 'removed', removedReason: reason, mayReplace: true });
    expect(await deskOf(assignment)).toMatchObject({ state: 'to-do' });
    expect(await pileOf(assignment)).toMatchObject({ waiting: 0, handedBack: 0 });
    expect((await tam!.get(`/api/assignments/${assignment}/answers`).expect(200)).body).toEqual([]);
    const { items } = (await tam!.get('/api/own-news')).body as { items: object[] };
    expect(items).toContainEqual(expect.objectContaining({ kind: 'removed', assignmentId: assignment }));
    const { cells } = (await ilse!.get(`/api/classes/${classId}/gradebook`).expect(200)).body as {
      cells: { assignmentId: string; learnerId: string; state: string; submissionId: string | null }[];
    };
    const cell = cells.find((one) => one.assignmentId === assignment && one.submissionId !== null);
    expect(cell).toBeUndefined();
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'The plan' }).expect(200);
    expect(await row()).toMatchObject({ state: 'handed-in', removedReason: null, times: 2 });
    expect(await deskOf(assignment)).toMatchObject({ state: 'handed-in' });
  });

  it('is put back as it was; nothing is done with it meanwhile', async () => {
    const { row, path, remove } = await removed();
    const marks = { points: null, comment: 'Good', times: 1, revision: 0 };
    await ilse!.put(path).send(marks).expect(200);
    await remove().expect(204);
    const again = { ...marks, revision: 1 };
    expect((await ilse!.put(path).send(again).expect(409)).body).toMatchObject({ code: 'removed' });
    expect((await ilse!.post(`${path}/hand-back`).send(again).expect(409)).body).toMatchObject({ code: 'removed' });
    await ilse!.delete(`${path}/removal`).expect(204);
    await ilse!.delete(`${path}/removal`).expect(204);
    expect(await row()).toMatchObject({ state: 'handed-in', removedReason: null, comment: 'Good', revision: 1 });
    await ilse!.post(`${path}/hand-back`).send(again).expect(204);
    expect((await remove().expect(409)).body).toMatchObject({ code: 'handed-back-already' });
  });

  it('is what somebody has looked at, and never without a reason', async () => {
    const { assignment, path, remove } = await removed();
    await ilse!.put(`${path}/removal`).send({ reason: '', times: 1 }).expect(400);
    await ilse!.put(`${path}/removal`).send({ reason: '   ', times: 1 }).expect(400);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'Another plan' }).expect(200);
    expect((await remove().expect(409)).body).toMatchObject({ code: 'handed-in-again' });
  });
});

it('pictures come in the order in which they were put', async () => {
  const assignment = await given();
  const [tall, wide] = [await pictureOf(300, 600), await pictureOf(600, 300)];
  await files(assignment, [tall, 'z.png'], [wide, 'a.png']).expect(200);
  const { feedbackLessonId } = (await queueOf(assignment))[0]!;
  expect(await imported(ilse!, feedbackLessonId)).toBe(2);
  const { pages } = (await mine(assignment)) as unknown as { pages: { height: number }[] };
  expect(pages[0]!.height).toBeGreaterThan(pages[1]!.height);
  expect((await mine(assignment)).fileNames).toEqual(['z.png', 'a.png']);
});

it.each([
  ['three blanks', '   '],
  ['a letter that is none', 'a\0b'],
])('%s is no text to hand in', async (_, text) => {
  const assignment = await given();
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text }).expect(400);
  await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(404);
});

describe('an assignment', () => {
  const terms = (dueAt: string) => askedWith([lesson], { dueAt, whom: WHOLE_CLASS });
  it('is not due before it is given, nor moved into the past', async () => {
    const { body } = await ilse!
      .post('/api/assignments')
      .send(toClass(lesson, classId, { dueAt: '2020-03-05T16:00:00Z' }))
      .expect(422);
    expect(body).toMatchObject({ code: 'due-in-the-past', fields: { dueAt: expect.any(String) } });
    const id = await given();
    await ilse!.put(`/api/assignments/${id}`).send(terms('2020-03-05T16:00:00Z')).expect(422);
    const later = new Date(Date.now() + 9e8).toISOString();
    await ilse!.put(`/api/assignments/${id}`).send(terms(later)).expect(200);
    expect((await tam!.get(`/api/desk/${id}`).expect(200)).body).toMatchObject({ dueAt: later });
  });
  it('that is over already can have its words changed all the same', async () => {
    const id = await given();
    await test.app.get(DataSource).query('UPDATE assignment SET dueAt = NOW(3) - INTERVAL 3 DAY WHERE id = ?', [id]);
    const { dueAt } = (await ilse!.get(`/api/assignments/${id}`).expect(200)).body as { dueAt: string };
    const changed = { ...terms(dueAt), instructions: 'Late work is welcome.' };
    await ilse!.put(`/api/assignments/${id}`).send(changed).expect(200);
  });
  it('is due later for a learner who needs extra time, and nobody else sees that', async () => {
    const id = await given();
    const database = test.app.get(DataSource);
    const days = 'createdAt = NOW(3) - INTERVAL 4 DAY, dueAt = NOW(3) - INTERVAL 1 DAY';
    await database.query(`UPDATE assignment SET ${days} WHERE id = ?`, [id]);
    const wren = await test.signedIn('wren');
    const desk = async (by: Agent) =>
      (await by.get(`/api/desk/${id}`).expect(200)).body as { dueAt: string; extraTime: boolean };
    const before = await desk(wren);
    expect(before.extraTime).toBe(false);
    const needs = { captions: false, largerText: false, extraTime: 0.5 };
    await ilse!.put(`/api/people/${wrenId}/needs`).send(needs).expect(204);
    const [hers, his] = [await desk(wren), await desk(tam!)];
    const later = (Date.parse(hers.dueAt) - Date.parse(before.dueAt)) / 3_600_000;
    expect([hers.extraTime, Math.round(later), his]).toEqual([true, 36, before]);
    for (const by of [wren, tam!]) await by.put(`/api/assignments/${id}/hand-in/text`).send({ text: 'x' }).expect(200);
    const isLate = async (by: Agent) =>
      ((await by.get(`/api/assignments/${id}/hand-in`).expect(200)).body as { late: boolean }).late;
    expect([await isLate(wren), await isLate(tam!)]).toEqual([false, true]);
    const queue = (await ilse!.get(`/api/marking/${id}`).expect(200)).body as {
      queue: { learnerName: string; late: boolean }[];
    };
    expect(Object.fromEntries(queue.queue.map((row) => [row.learnerName, row.late]))).toEqual({
      wren: false,
      tam: true,
    });
  });
  it('is taken back while nothing has come of it, and not afterwards', async () => {
    const id = await given();
    await ilse!.delete(`/api/assignments/${id}`).expect(204);
    await tam!.get(`/api/desk/${id}`).expect(404);
    const worked = await given();
    await tam!.put(`/api/assignments/${worked}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const { body } = await ilse!.delete(`/api/assignments/${worked}`).expect(409);
    expect(body).toMatchObject({ code: 'work-is-there' });
    await mine(worked);
  });
});
