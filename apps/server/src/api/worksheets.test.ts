import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { micros } from '@oakbell/core/clock';
import { marksOf, MOST_SHEET_LETTERS, readParts, type SheetEvent } from '@oakbell/core/worksheets';
import { randomUUID } from 'node:crypto';
import type supertest from 'supertest';
import { DataSource } from 'typeorm';
import { JobsService } from '../platform/jobs/index.ts';
import { pdfOf, pictureOf } from '../testing/files.ts';
import { askedWith, assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { boardSheet, fileSheet, strokeOn, write, type Worksheet } from '../testing/sheets.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Worksheets: pages that each learner writes on, on a sheet of their own. */
type Agent = ReturnType<typeof supertest.agent>;
interface Sheet {
  readonly pages: readonly { readonly id: string; readonly things: readonly { readonly kind: string }[] }[];
  readonly log: string;
  readonly mayWrite: boolean;
  readonly why: string | null;
  readonly savedAt: string | null;
  readonly media: { readonly base: string; readonly files: readonly string[] };
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam, wren, ola]: Agent[] = [];
let lesson: string;
let page: string;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co] = [await test.signedIn('ilse'), await test.signedIn('co')];
  [tam, wren, ola] = [await test.signedIn('tam'), await test.signedIn('wren'), await test.signedIn('ola')];
  ({ id: lesson, page } = await newLesson(ilse));
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const query = (sql: string, of: readonly unknown[] = []): Promise<unknown> =>
  test.app.get(DataSource).query(sql, [...of]);
const give = (worksheet: Pick<Worksheet, 'id'>, terms: object = {}) =>
  assign(ilse!, lesson, ids['10a']!, { worksheetId: worksheet.id, handIn: false, ...terms });
const sheetOf = async (agent: Agent, assignment: string) =>
  (await agent.get(`/api/assignments/${assignment}/sheet`).expect(200)).body as Sheet;
const linesIn = ({ log }: Sheet) => readParts([log]);
const handIn = (agent: Agent, assignment: string) =>
  agent.put(`/api/assignments/${assignment}/hand-in/sheet`).set('Idempotency-Key', randomUUID());
const begunSheet = async () => {
  const worksheet = await boardSheet(ilse!);
  return { worksheet, assignment: await give(worksheet), on: worksheet.pages[0]!.id };
};

describe('a worksheet', () => {
  it('is made of pages of a lesson, with what is placed on them and without cues', async () => {
    const thing = { id: 'f', kind: 'field', x: 100, y: 100, width: 600, height: 90, label: 'High water' };
    await ilse!
      .put(`/api/lessons/${lesson}/pages/${page}/things`)
      .send({ things: [thing] })
      .expect(200);
    await ilse!.put(`/api/lessons/${lesson}/pages/${page}/cues`).send({ cues: '<p>Ask Wren</p>' }).expect(200);
    const { body } = await ilse!
      .post('/api/worksheets/from-lesson')
      .send({ lessonId: lesson, pageIds: [page] })
      .expect(201);
    expect(body).toMatchObject({ pages: [{ kind: 'board', things: [thing] }] });
    expect((body as Worksheet).pages[0]).not.toHaveProperty('cues');
    expect((body as Worksheet).pages[0]!.id).not.toBe(page);
  });
  it('is made of a PDF, and says which pages are too many', async () => {
    expect((await fileSheet(ilse!, await pdfOf(3), 'Passage.pdf')).pages).toHaveLength(3);
    const { body } = await ilse!.post('/api/worksheets/of-files').attach('files', await pdfOf(200), 'book.pdf');
    expect(body).toMatchObject({
      status: 422,
      code: 'too-many-pages',
      detail: expect.stringContaining('60') as string,
    });
  });
  it('has no pages that nobody can write on', async () => {
    const { body: window } = await ilse!.post(`/api/lessons/${lesson}/windows`).send({});
    const pageIds = [page, (window as { id: string }).id];
    const { body } = await ilse!.post('/api/worksheets/from-lesson').send({ lessonId: lesson, pageIds });
    expect(body).toMatchObject({ status: 422, code: 'nothing-to-write-on' });
  });
  it('makes the assignment one with a hand-in, and is given by whoever made it or teaches who has it', async () => {
    const { worksheet, assignment } = await begunSheet();
    const { body } = await ilse!.get(`/api/assignments/${assignment}`).expect(200);
    expect(body).toMatchObject({ worksheetId: worksheet.id, handIn: true });
    const asked = askedWith([lesson], { whom: WHOLE_CLASS, worksheetId: worksheet.id, instructions: 'Both pages' });
    await co!.put(`/api/assignments/${assignment}`).send(asked).expect(200);
    const others = await boardSheet(await test.signedIn('bo'));
    await ilse!
      .put(`/api/assignments/${assignment}`)
      .send({ ...asked, worksheetId: others.id })
      .expect(404);
    await ilse!.get(`/api/worksheets/${others.id}`).expect(404);
    // It is no lesson: it cannot be changed, given or watched.
    await ilse!
      .put(`/api/lessons/${worksheet.id}/pages/${worksheet.pages[0]!.id}/things`)
      .send({ things: [] })
      .expect(404);
    await ilse!
      .post('/api/assignments')
      .send(askedWith([worksheet.id], { to: [{ classId: ids['10a'], whom: WHOLE_CLASS }] }))
      .expect(404);
  });
  it('is given once its pages are drawn, and not before', async () => {
    const worksheet = await fileSheet(ilse!, await pdfOf(1), 'One page.pdf');
    const failure = "state = 'failed', result = NULL, failureStatus = 500, failureCode = 'failed', failureText = 'No'";
    await query(`UPDATE job SET ${failure} WHERE subjectId = ? AND kind = 'import-pages'`, [worksheet.id]);
    const asked = askedWith([lesson], { to: [{ classId: ids['10a'], whom: WHOLE_CLASS }], worksheetId: worksheet.id });
    const refused = await ilse!.post('/api/assignments').send(asked);
    expect(refused.body).toMatchObject({ status: 409, code: 'still-drawing' });
    await query(
      "UPDATE job SET state = 'done', failureStatus = NULL, failureCode = NULL, failureText = NULL WHERE subjectId = ?",
      [worksheet.id],
    );
    await ilse!.post('/api/assignments').send(asked).expect(201);
  });
  it('stays once somebody has begun to write on it, and so does what was given', async () => {
    const { assignment, on } = await begunSheet();
    await write(tam!, assignment, [strokeOn(on, 'a')]).expect(201);
    const asked = askedWith([lesson], { whom: WHOLE_CLASS, worksheetId: null });
    expect((await ilse!.put(`/api/assignments/${assignment}`).send(asked)).body).toMatchObject({ code: 'sheet-begun' });
    expect((await ilse!.delete(`/api/assignments/${assignment}`)).body).toMatchObject({ code: 'work-is-there' });
  });
  it('that was given to nobody is forgotten after a day', async () => {
    const [unused, { worksheet }] = [await boardSheet(ilse!), await begunSheet()];
    await query("UPDATE lesson SET createdAt = NOW() - INTERVAL 2 DAY WHERE kind = 'worksheet'");
    const job = await test.app.get(JobsService, { strict: false }).add({
      ...{ kind: 'forget-worksheets', ownerId: ids['ilse']!, subjectId: ids['ilse']!, input: {} },
    });
    await until(async () => (await test.app.get(JobsService, { strict: false }).one(job.id)).state === 'done');
    await ilse!.get(`/api/worksheets/${unused.id}`).expect(404);
    await ilse!.get(`/api/worksheets/${worksheet.id}`).expect(200);
  });
});

describe('a learner’s sheet', () => {
  it('keeps what is written, part for part, and each part once', async () => {
    const { assignment, on } = await begunSheet();
    expect(await sheetOf(tam!, assignment)).toMatchObject({ log: '', savedAt: null, mayWrite: true });
    const visit = randomUUID();
    await write(tam!, assignment, [strokeOn(on, 'a')], { visit }).expect(201);
    const erased: SheetEvent = { kind: 'erased', at: micros(9e5), act: 'e', strokes: ['a'] };
    for (let i = 0; i < 3; i += 1)
      await write(tam!, assignment, [strokeOn(on, 'b', 800), erased], { visit, number: 1 }).expect(201);
    const now = await sheetOf(tam!, assignment);
    expect(linesIn(now)).toHaveLength(3);
    expect(
      marksOf(linesIn(now), [on])
        .get(on)
        ?.map(({ id }) => id),
    ).toEqual(['b']);
    // Everybody has a sheet of their own.
    expect(await sheetOf(wren!, assignment)).toMatchObject({ log: '' });
    await ola!.get(`/api/assignments/${assignment}/sheet`).expect(404);
  });
  it.each([
    ['a page that it does not have', (): SheetEvent[] => [strokeOn(page, 'x')], 'other-page'],
    [
      'a picture that was not brought to it',
      (on: string): SheetEvent[] => [
        {
          ...{ kind: 'placed', at: micros(0), placed: 'p', page: on },
          thing: { id: 'p', kind: 'picture', x: 0, y: 0, width: 10, height: 10, picture: 'c'.repeat(64) },
        },
      ],
      'other-picture',
    ],
  ])('refuses what is on %s, and loses nothing', async (_, events, reason) => {
    const { assignment, on } = await begunSheet();
    await write(tam!, assignment, [strokeOn(on, 'a')]).expect(201);
    expect((await write(tam!, assignment, events(on))).body).toMatchObject({ status: 422, code: 'bad-part', reason });
    expect(linesIn(await sheetOf(tam!, assignment))).toHaveLength(1);
  });
  it('is full at some moment, and says so', async () => {
    const { assignment, on } = await begunSheet();
    await write(tam!, assignment, [strokeOn(on, 'a')]).expect(201);
    await query('UPDATE sheet SET letters = ? WHERE assignmentId = ?', [MOST_SHEET_LETTERS - 10, assignment]);
    expect((await write(tam!, assignment, [strokeOn(on, 'b')])).body).toMatchObject({ code: 'sheet-full' });
  });
  it('holds pictures, which are shown to whoever sees the sheet and to nobody else', async () => {
    const { assignment, on } = await begunSheet();
    const sent = tam!.post(`/api/assignments/${assignment}/sheet/pictures`);
    const { body } = await sent.attach('files', await pictureOf(300, 200), 'triangle.png').expect(201);
    const [{ digest }] = body as [{ digest: string }];
    const thing = { id: 'p', kind: 'picture', x: 0, y: 0, width: 300, height: 200, picture: digest } as const;
    await write(tam!, assignment, [{ kind: 'placed', at: micros(0), placed: 'p', page: on, thing }]).expect(201);
    for (const [agent, path] of [
      [tam!, 'sheet'],
      [co!, `sheets/${ids['tam']}`],
    ] as const) {
      const { media } = (await agent.get(`/api/assignments/${assignment}/${path}`).expect(200)).body as Sheet;
      const file = media.files.find((one) => one.includes(digest))!;
      await agent.get(`${media.base}/${file}`).expect(200);
      await wren!.get(`${media.base}/${file}`).expect(404);
    }
    expect((await sheetOf(wren!, assignment)).media.files.some((one) => one.includes(digest))).toBe(false);
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(64)]);
    const refused = await tam!.post(`/api/assignments/${assignment}/sheet/pictures`).attach('files', heic, 'a.heic');
    expect(refused.status).toBe(422);
  });
  it('is closed until the lesson was watched, where that comes first', async () => {
    const worksheet = await boardSheet(ilse!);
    const assignment = await give(worksheet, { workOpens: 'once-watched' });
    expect(await sheetOf(tam!, assignment)).toMatchObject({
      mayWrite: false,
      why: expect.stringMatching(/90 %/) as string,
    });
    const refused = await write(tam!, assignment, [strokeOn(worksheet.pages[0]!.id, 'a')]);
    expect(refused.body).toMatchObject({ code: 'watch-first' });
  });
});

describe('a sheet that is handed in', () => {
  it('is pages with the ink above them, and is written on and handed in again until it is marked', async () => {
    const { assignment, on } = await begunSheet();
    expect((await handIn(tam!, assignment)).body).toMatchObject({ code: 'nothing-written' });
    await write(tam!, assignment, [strokeOn(on, 'a')]).expect(201);
    const { body: first } = await handIn(tam!, assignment).expect(200);
    expect(first).toMatchObject({ kind: 'worksheet', times: 1, mayReplace: true });
    await write(tam!, assignment, [strokeOn(on, 'b', 500)]).expect(201);
    const { body } = await handIn(tam!, assignment).expect(200);
    const { times, pages } = body as { times: number; pages: Sheet['pages'] };
    expect(times).toBe(2);
    expect(pages[0]!.things).toMatchObject([{ kind: 'ink', strokes: [{}, {}] }]);
    const [row] = ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as Desk).queue;
    expect(row).toMatchObject({ kind: 'worksheet', learnerName: 'tam' });
    const feedback = (await co!.get(`/api/lessons/${row!.feedbackLessonId}`).expect(200)).body as Sheet;
    expect(feedback.pages[0]!.things).toEqual(pages[0]!.things);
    // What the teacher places there while marking is theirs, until it is handed back.
    const note = {
      ...{ id: 'n', kind: 'text', x: 9, y: 9, width: 400, height: 50 },
      text: 'Why?',
      size: 38,
      colour: '#26221b',
    };
    const at = `/api/lessons/${row!.feedbackLessonId}/pages/${feedback.pages[0]!.id}/things`;
    await ilse!
      .put(at)
      .send({ things: [...feedback.pages[0]!.things, note] })
      .expect(200);
    const mine = (await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(200)).body as Sheet;
    expect(mine.pages[0]!.things).toEqual(pages[0]!.things);
    // From here on it is being marked.
    await record(ilse!, row!.feedbackLessonId, 1);
    const late = await write(tam!, assignment, [strokeOn(on, 'c', 900)]);
    expect(late.body).toMatchObject({ code: 'being-marked' });
    expect(await sheetOf(tam!, assignment)).toMatchObject({ mayWrite: false });
  });
  it('is the same once however often it is sent', async () => {
    const { assignment, on } = await begunSheet();
    await write(tam!, assignment, [strokeOn(on, 'a')]).expect(201);
    const key = randomUUID();
    const sent = () => tam!.put(`/api/assignments/${assignment}/hand-in/sheet`).set('Idempotency-Key', key).expect(200);
    const [{ body: once }, { body: again }] = [await sent(), await sent()];
    expect((again as { times: number }).times).toBe((once as { times: number }).times);
  });
});

describe('who teaches the class', () => {
  it('sees who has begun, looks on, and sees that it was handed in', async () => {
    const { assignment, on } = await begunSheet();
    const begun = async () => (await co!.get(`/api/assignments/${assignment}/sheets`).expect(200)).body as object[];
    expect(await begun()).toEqual([]);
    await co!.get(`/api/assignments/${assignment}/sheets/${ids['tam']}`).expect(404);
    for (const agent of [wren!, tam!]) await write(agent, assignment, [strokeOn(on, 'a')]).expect(201);
    await handIn(wren!, assignment).expect(200);
    expect(await begun()).toMatchObject([
      { learnerName: 'tam', handedIn: false },
      { learnerName: 'wren', handedIn: true },
    ]);
    const { body } = await co!.get(`/api/assignments/${assignment}/sheets/${ids['tam']}`).expect(200);
    expect(body).toMatchObject({ learnerName: 'tam' });
    expect(linesIn(body as Sheet)).toHaveLength(1);
    const piles = (await ilse!.get('/api/marking').expect(200)).body as { assignmentId: string; writing: number }[];
    expect(piles.find((one) => one.assignmentId === assignment)).toMatchObject({ waiting: 1, writing: 1 });
    for (const agent of [tam!, await test.signedIn('bo')])
      for (const path of ['sheets', `sheets/${ids['wren']}`])
        expect((await agent.get(`/api/assignments/${assignment}/${path}`)).status).toBeGreaterThanOrEqual(403);
    expect((await tam!.get('/api/desk').expect(200)).body).toContainEqual(
      expect.objectContaining({ assignmentId: assignment, worksheet: 'begun' }),
    );
  });
});

interface Desk {
  readonly queue: readonly { readonly feedbackLessonId: string }[];
}
