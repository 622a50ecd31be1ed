import { gunzipSync } from 'node:zlib';
import { assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Stretch {
  readonly takeId: string;
  readonly start: number;
  readonly end: number;
}
interface Captions {
  readonly lines: readonly (Stretch & { readonly text: string })[];
  readonly stretches: readonly Stretch[];
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co, tam] = [await test.signedIn('ilse'), await test.signedIn('co'), await test.signedIn('tam')];
});
afterAll(() => test.close());

const captionsOf = async (lesson: string) =>
  (await ilse!.get(`/api/lessons/${lesson}/captions`).expect(200)).body as Captions;
const type = (lesson: string, lines: readonly object[]) => ilse!.put(`/api/lessons/${lesson}/captions`).send({ lines });
async function spokenLesson(seconds = 3): Promise<{ id: string; stretches: readonly Stretch[] }> {
  const { id } = await newLesson(ilse!);
  await record(ilse!, id, seconds);
  return { id, stretches: (await captionsOf(id)).stretches };
}
/** All that is said in a lesson. */
const typeAll = async (lesson: string, text = 'Good morning.') =>
  type(
    lesson,
    (await captionsOf(lesson)).stretches.map((one) => ({ ...one, text, was: null })),
  ).expect(204);
/** What is under the pages of an edition. */
async function cuesIn(edition: string): Promise<readonly { text: string }[]> {
  const { body } = await ilse!.get(`/api/editions/${edition}`).expect(200);
  const { base, files } = (body as { media: { base: string; files: string[] } }).media;
  const manifest = await ilse!
    .get(`${base}/${files.find((file) => file.endsWith('manifest.json.gz'))}`)
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  const bytes = manifest.body as Buffer;
  const text = bytes[0] === 0x1f ? gunzipSync(bytes) : bytes;
  return (JSON.parse(text.toString('utf8')) as { captions: { text: string }[] }).captions;
}

describe('what is said in a lesson', () => {
  it('is typed stretch by stretch, and stands under the pages of what is published then', async () => {
    const { id, stretches } = await spokenLesson();
    expect(stretches.length).toBeGreaterThan(0);
    const first = await publish(ilse!, id);
    await type(id, [{ ...stretches[0], text: ' Good morning. ', was: null }]).expect(204);
    expect((await captionsOf(id)).lines).toEqual([{ ...stretches[0], text: 'Good morning.' }]);
    expect(await cuesIn(first.id)).toEqual([]);
    expect(await cuesIn((await publish(ilse!, id)).id)).toMatchObject([{ text: 'Good morning.' }]);
  });

  it('is not typed over what somebody else typed meanwhile, and nothing of what was sent with it is kept', async () => {
    const { id, stretches } = await spokenLesson(14);
    expect(stretches.length).toBeGreaterThan(1);
    const [one, two] = stretches;
    await type(id, [{ ...one, text: 'Mine', was: null }]).expect(204);
    const both = [
      { ...two, text: 'Second', was: null },
      { ...one, text: 'Theirs', was: null },
    ];
    expect((await type(id, both).expect(409)).body).toMatchObject({ code: 'typed-meanwhile' });
    expect((await captionsOf(id)).lines).toMatchObject([{ text: 'Mine' }]);
    await type(id, [{ ...one, text: null, was: 'Mine' }]).expect(204);
    expect((await captionsOf(id)).lines).toEqual([]);
  });

  it('goes with its voice into a copy of the lesson', async () => {
    const { id } = await spokenLesson();
    await typeAll(id, 'Once');
    const { body } = await ilse!.post(`/api/lessons/${id}/copies`).expect(201);
    expect((await captionsOf((body as { id: string }).id)).lines).toMatchObject([{ text: 'Once' }]);
  });

  it('is nothing outside of the takes that are heard in it', async () => {
    const { id, stretches } = await spokenLesson();
    const { stretches: others } = await spokenLesson();
    for (const wrong of [others[0], { ...stretches[0], end: 9e9 }, { ...stretches[0], end: stretches[0]!.start }])
      expect((await type(id, [{ ...wrong, text: 'x', was: null }]).expect(422)).body).toMatchObject({
        code: 'not-of-this-lesson',
      });
    const within = { ...stretches[0], start: stretches[0]!.start + 1000 };
    const both = [stretches[0], within].map((one) => ({ ...one, text: 'x', was: null }));
    expect((await type(id, both).expect(422)).body).toMatchObject({ code: 'captions-overlap' });
    await type(id, [{ ...stretches[0], text: 'x'.repeat(501), was: null }]).expect(400);
    await type(id, [{ ...stretches[0], start: -1, text: 'x', was: null }]).expect(400);
    await co!.put(`/api/lessons/${id}/captions`).send({ lines: [] }).expect(404);
    expect((await captionsOf(id)).lines).toEqual([]);
  });
});

describe('feedback for a learner who needs captions', () => {
  const NEEDS = { largerText: false, extraTime: 0 };
  beforeAll(async () => {
    await ilse!
      .put(`/api/people/${ids['tam']}/needs`)
      .send({ ...NEEDS, captions: true })
      .expect(204);
  });
  afterAll(async () => {
    await ilse!
      .put(`/api/people/${ids['tam']}/needs`)
      .send({ ...NEEDS, captions: false })
      .expect(204);
  });
  let lesson: string;
  beforeAll(async () => {
    lesson = (await newLesson(ilse!)).id;
    await record(ilse!, lesson, 2);
    await publish(ilse!, lesson);
  });

  interface Row {
    readonly submissionId: string;
    readonly feedbackLessonId: string;
    readonly needsCaptions: boolean;
    readonly state: string;
  }
  async function spokenOn() {
    const assignment = await assign(ilse!, lesson, ids['10a']!);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const row = async () =>
      ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: [Row] }).queue[0];
    await until(async () => {
      const { body } = await ilse!.get(`/api/lessons/${(await row()).feedbackLessonId}`).expect(200);
      return (body as { pages: unknown[] }).pages.length > 0;
    });
    const { feedbackLessonId, submissionId } = await row();
    await record(ilse!, feedbackLessonId, 2);
    return { assignment, row, feedback: feedbackLessonId, path: `/api/marking/hand-ins/${submissionId}` };
  }
  const MARKS = { points: 4, comment: 'Good', times: 1, revision: 0 };

  it('waits until all that was said is typed, and says how much is left', async () => {
    const { row, feedback, path } = await spokenOn();
    expect(await row()).toMatchObject({ needsCaptions: true });
    const { body } = await ilse!.post(`${path}/hand-back`).send(MARKS).expect(409);
    expect(body).toMatchObject({ code: 'captions-missing', left: 1 });
    expect(
      (
        await ilse!
          .put(`${path}/ready`)
          .send({ ...MARKS, ready: true })
          .expect(409)
      ).body,
    ).toMatchObject({
      code: 'captions-missing',
    });
    expect(await row()).toMatchObject({ state: 'handed-in' });
    await typeAll(feedback);
    await ilse!.post(`${path}/hand-back`).send(MARKS).expect(204);
  });

  it('goes without them where its teacher says so, also together with others', async () => {
    const { assignment, row, path } = await spokenOn();
    await ilse!
      .put(`${path}/ready`)
      .send({ ...MARKS, ready: true, withoutCaptions: true })
      .expect(200);
    await ilse!.put(`/api/marking/${assignment}/back`).send({ at: null }).expect(200);
    await until(async () => (await row()).state === 'handed-back');
  });

  it('is asked about again once the marks are changed', async () => {
    const { path } = await spokenOn();
    await ilse!
      .put(`${path}/ready`)
      .send({ ...MARKS, ready: true, withoutCaptions: true })
      .expect(200);
    await ilse!
      .post(`${path}/hand-back`)
      .send({ ...MARKS, revision: 1 })
      .expect(409);
  });

  it('which is written only goes as it is', async () => {
    const assignment = await assign(ilse!, lesson, ids['10a']!);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
    const [{ submissionId }] = (body as { queue: [Row] }).queue;
    await ilse!.post(`/api/marking/hand-ins/${submissionId}/hand-back`).send(MARKS).expect(204);
  });
});
