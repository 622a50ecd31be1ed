import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Row {
  readonly submissionId: string;
  readonly times: number;
  readonly revision: number;
  readonly points: number | null;
  readonly comment: string;
  readonly earlier: { readonly points: number | null; readonly comment: string } | null;
  readonly correctedAt: string | null;
  readonly openedAt: string | null;
}
let test: TestApp;
let lesson: string;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co, tam] = [await test.signedIn('ilse'), await test.signedIn('co'), await test.signedIn('tam')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 2);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const handIn = (assignment: string, text: string) =>
  tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text }).expect(200);
async function handedIn(): Promise<{ assignment: string; path: string; row: () => Promise<Row> }> {
  const assignment = await assign(ilse!, lesson, ids['10a']!);
  await handIn(assignment, 'My plan');
  const row = async () =>
    ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: [Row] }).queue[0];
  return { assignment, path: `/api/marking/hand-ins/${(await row()).submissionId}`, row };
}
const FIRST = { points: 4, comment: 'Good', times: 1, revision: 0 };

it('marks of two teachers do not overwrite each other: the second is told what the first gave', async () => {
  const { path, row } = await handedIn();
  await ilse!.put(path).send(FIRST).expect(200, { revision: 1 });
  const { body } = await co!
    .put(path)
    .send({ ...FIRST, points: 2, comment: 'Hm' })
    .expect(409);
  expect(body).toMatchObject({ code: 'marked-meanwhile', by: 'ilse', points: 4, comment: 'Good', revision: 1 });
  expect(await row()).toMatchObject({ points: 4, comment: 'Good', revision: 1 });
  await co!
    .post(`${path}/hand-back`)
    .send({ ...FIRST, points: 2 })
    .expect(409);
  await co!
    .put(path)
    .send({ ...FIRST, points: 2, revision: 1 })
    .expect(200, { revision: 2 });
});

it('marks are for the work that was looked at, and not for what is handed in instead', async () => {
  const { assignment, path, row } = await handedIn();
  await ilse!.put(path).send(FIRST).expect(200);
  await handIn(assignment, 'A better plan');
  expect(await row()).toMatchObject({ times: 2, points: null, comment: '', earlier: { points: 4, comment: 'Good' } });
  const { body } = await ilse!
    .put(path)
    .send({ ...FIRST, revision: 1 })
    .expect(409);
  expect(body).toMatchObject({ code: 'handed-in-again' });
  await ilse!.post(`${path}/hand-back`).send({ points: null, comment: '', times: 2, revision: 1 }).expect(409);
  await ilse!.put(path).send({ points: 5, comment: 'Better', times: 2, revision: 1 }).expect(200);
  expect(await row()).toMatchObject({ points: 5, comment: 'Better', earlier: null });
});

it('what was handed back is not handed back again, nor changed without a word; a correction tells the learner', async () => {
  const { assignment, path, row } = await handedIn();
  await ilse!.post(`${path}/hand-back`).send(FIRST).expect(204);
  const late = { ...FIRST, points: 1, revision: 1 };
  for (const asked of [co!.post(`${path}/hand-back`), co!.put(path)]) {
    const { body } = await asked.send(late).expect(409);
    expect(body).toMatchObject({ code: 'handed-back-already', detail: expect.stringContaining('by ilse') });
  }
  const feedback = async () => (await tam!.get(`/api/assignments/${assignment}/feedback`).expect(200)).body as Row;
  expect(await feedback()).toMatchObject({ points: 4, correctedAt: null });
  await co!
    .put(`${path}/correction`)
    .send({ ...FIRST, points: 5, revision: 1 })
    .expect(200);
  expect(await feedback()).toMatchObject({ points: 5, correctedAt: expect.any(String) });
  expect((await row()).correctedAt).not.toBeNull();
});

it('when what came back was first opened is seen, and anew once it was corrected', async () => {
  const { assignment, path, row } = await handedIn();
  const opened = () => tam!.post(`/api/assignments/${assignment}/feedback/opened`).expect(204);
  await opened();
  expect((await row()).openedAt).toBeNull();
  await ilse!.post(`${path}/hand-back`).send(FIRST).expect(204);
  expect((await row()).openedAt).toBeNull();
  await opened();
  const first = (await row()).openedAt;
  expect(first).not.toBeNull();
  await opened();
  expect((await row()).openedAt).toBe(first);
  await ilse!
    .put(`${path}/correction`)
    .send({ ...FIRST, points: 5, revision: 1 })
    .expect(200);
  expect((await row()).openedAt).toBeNull();
});

it('a correction of what was not handed back is refused', async () => {
  const { path } = await handedIn();
  const { body } = await ilse!.put(`${path}/correction`).send(FIRST).expect(409);
  expect(body).toMatchObject({ code: 'not-handed-back' });
});

it('what was saved and whose answer was lost is not taken for somebody else’s', async () => {
  const { path } = await handedIn();
  const key = randomUUID();
  const send = () => ilse!.put(path).set('Idempotency-Key', key).send(FIRST);
  await send().expect(200, { revision: 1 });
  await send().expect(200, { revision: 1 });
});

it('what is wrong with points is told in words that people use', async () => {
  const { path } = await handedIn();
  const wrong = await ilse!
    .put(path)
    .send({ ...FIRST, points: -1 })
    .expect(400);
  expect(wrong.body).toMatchObject({
    detail: expect.stringContaining('Points: This must be a number from 0 to 1000.'),
  });
  expect(JSON.stringify(wrong.body)).not.toMatch(/must not be|should be|decimal|validator/);
});

describe('what is written on a hand-in without a word', () => {
  const lineOn = (page: string) =>
    `${JSON.stringify({ kind: 'stroke', at: 0, stroke: 'a', page, pen: { colour: '#aa0000', width: 3 }, points: [10, 20, 128, 0], paused: true })}\n`;
  const pageOf = async (path: string, assignment: string): Promise<string> => {
    const id = path.split('/').at(-1)!;
    const { queue } = (await ilse!.get(`/api/marking/${assignment}`)).body as {
      queue: { submissionId: string; feedbackLessonId: string }[];
    };
    const { feedbackLessonId: of } = queue.find((row) => row.submissionId === id)!;
    return until(
      async () => ((await ilse!.get(`/api/lessons/${of}`)).body as { pages: { id: string }[] }).pages[0]?.id,
    );
  };

  it('is kept on its pages, is enough to hand back, and is what the learner gets', async () => {
    const { assignment, path } = await handedIn();
    const page = await pageOf(path, assignment);
    await ilse!.get(`${path}/ink`).expect(200, { log: '', times: 1, revision: 0 });
    const log = lineOn(page);
    await ilse!.put(`${path}/ink`).send({ log, times: 1, revision: 0 }).expect(200, { revision: 1 });
    await ilse!.get(`${path}/ink`).expect(200, { log, times: 1, revision: 1 });
    const nothing = { points: null, comment: '', times: 1, revision: 0 };
    await ilse!.post(`${path}/hand-back`).send(nothing).expect(204);
    const { body } = await tam!.get(`/api/assignments/${assignment}/feedback`).expect(200);
    expect(body).toMatchObject({ spoken: false, written: { log, pages: [{ id: page }] } });
    const late = await ilse!.put(`${path}/ink`).send({ log: '', times: 1, revision: 1 }).expect(409);
    expect(late.body).toMatchObject({ code: 'handed-back-already' });
  });

  it('is refused where it is no ink or on no page of it, and never over what somebody else wrote', async () => {
    const { assignment, path } = await handedIn();
    const page = await pageOf(path, assignment);
    const put = (log: string, revision: number, by = ilse!) => by.put(`${path}/ink`).send({ log, times: 1, revision });
    for (const log of [lineOn(randomUUID()), 'no line\n', lineOn(page).trimEnd()])
      expect((await put(log, 0).expect(422)).body).toMatchObject({ code: 'not-ink' });
    await put(lineOn(page), 0).expect(200);
    expect((await put('', 0, co!).expect(409)).body).toMatchObject({ code: 'written-meanwhile' });
    await put('', 1, co!).expect(200);
    await ilse!
      .put(`${path}/ink`)
      .send({ log: 'x'.repeat(700_001), times: 1, revision: 2 })
      .expect(400);
  });

  it('belongs to the work it was written on', async () => {
    const { assignment, path } = await handedIn();
    await ilse!
      .put(`${path}/ink`)
      .send({ log: lineOn(await pageOf(path, assignment)), times: 1, revision: 0 })
      .expect(200);
    await handIn(assignment, 'A better plan');
    await ilse!.get(`${path}/ink`).expect(200, { log: '', times: 2, revision: 1 });
    const { body } = await ilse!.put(`${path}/ink`).send({ log: '', times: 1, revision: 1 }).expect(409);
    expect(body).toMatchObject({ code: 'handed-in-again' });
  });
});

describe('a page that lies on its side', () => {
  /** A dark sheet whose left half is bright. */
  const sheet = async () =>
    sharp({ create: { width: 400, height: 200, channels: 3, background: '#202020' } })
      .composite([
        { input: { create: { width: 200, height: 200, channels: 3, background: '#f0f0f0' } }, left: 0, top: 0 },
      ])
      .png()
      .toBuffer();
  interface Page {
    readonly id: string;
    readonly picture: string;
    readonly height: number;
  }
  async function sheetHandedIn() {
    const assignment = await assign(ilse!, lesson, ids['10a']!);
    await tam!
      .put(`/api/assignments/${assignment}/hand-in/files`)
      .attach('files', await sheet(), 'sheet.png')
      .expect(200);
    const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
    const [{ submissionId, feedbackLessonId: feedback }] = (
      body as { queue: [{ submissionId: string; feedbackLessonId: string }] }
    ).queue;
    const shown = async () =>
      ((await ilse!.get(`/api/lessons/${feedback}`).expect(200)).body as { pages: Page[] }).pages;
    const page = await until(async () => (await shown())[0]);
    const path = `/api/marking/hand-ins/${submissionId}`;
    const turn = (picture = page.picture, by = ilse!) => by.post(`${path}/pages/${page.id}/turn`).send({ picture });
    return { assignment, feedback, path, page, shown, turn };
  }
  /** How bright the picture is at its top and at its foot, 0 to 255. */
  async function brightness(feedback: string, picture: string): Promise<readonly [number, number]> {
    const { body } = await ilse!.get(`/api/lessons/${feedback}/pictures/${picture}`).redirects(1).expect(200);
    const { data, info } = await sharp(body as Buffer)
      .grayscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const middle = Math.floor(info.width / 2);
    return [data[5 * info.width + middle]!, data[(info.height - 5) * info.width + middle]!];
  }

  it('is turned by a quarter to the right, for its learner too; sent twice it is turned once', async () => {
    const { assignment, feedback, page, shown, turn } = await sheetHandedIn();
    expect(page.height).toBe(800);
    const [turned, again] = await Promise.all([turn().expect(200), turn().expect(200)]);
    const [now] = await shown();
    expect([turned.body, again.body]).toMatchObject([{ picture: now!.picture }, { picture: now!.picture }]);
    // Twice as high as it is wide; what was on the left is at the top.
    expect(now!.height).toBe(3200);
    const [top, foot] = await brightness(feedback, now!.picture);
    expect(top).toBeGreaterThan(200);
    expect(foot).toBeLessThan(60);
    const { body } = await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(200);
    expect(body).toMatchObject({ pages: [{ picture: now!.picture, height: 3200 }] });
    await turn(now!.picture).expect(200);
    expect((await shown())[0]!.height).toBe(800);
  });

  it('stays as it is once something stands on it, once it was spoken on, and once it was handed back', async () => {
    const { path, page, feedback, turn, shown } = await sheetHandedIn();
    const log = `${JSON.stringify({ kind: 'stroke', at: 0, stroke: 'a', page: page.id, pen: { colour: '#aa0000', width: 3 }, points: [10, 20, 128, 0], paused: true })}\n`;
    await ilse!.put(`${path}/ink`).send({ log, times: 1, revision: 0 }).expect(200);
    expect((await turn().expect(422)).body).toMatchObject({ code: 'written-on' });
    await ilse!.put(`${path}/ink`).send({ log: '', times: 1, revision: 1 }).expect(200);
    await record(ilse!, feedback, 1);
    expect((await turn().expect(422)).body).toMatchObject({ code: 'spoken-on' });
    await ilse!.post(`${path}/hand-back`).send(FIRST).expect(204);
    expect((await turn().expect(409)).body).toMatchObject({ code: 'handed-back-already' });
    expect((await shown())[0]).toMatchObject({ picture: page.picture, height: 800 });
  });
});
