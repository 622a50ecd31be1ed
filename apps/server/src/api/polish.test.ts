import { micros, ZERO } from '@oakbell/core/clock';
import { insertCard, layOver, playAt, programmeOf, sourceOf, type EditList } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { pdfOf } from '../testing/files.ts';
import { fileOf, manifestOf, pictureIn } from '../testing/watching.ts';
import { decoded, encoded } from '../testing/sounds.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { assign, change, imported, newLesson, publish, record, report, visit } from '../testing/lesson.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());
/** Publishing is real work: encoders run. */
const PATIENCE = 60_000;

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Whole {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly edits: EditList;
  readonly pages: readonly { readonly id: string }[];
  readonly borrowed: readonly { readonly id: string }[];
}
const whole = async (agent: Agent, id: string) => (await agent.get(`/api/lessons/${id}`).expect(200)).body as Whole;
const secondsOf = (lesson: Whole) => programmeOf(lesson.edits).length / 1e6;

async function recorded(agent: Agent, seconds: number): Promise<Whole> {
  const lesson = await newLesson(agent);
  await record(agent, lesson.id, seconds, [{ kind: 'page', at: micros(0), page: lesson.page }]);
  return whole(agent, lesson.id);
}

it(
  'a lesson is split in two: both are played and published from the same take',
  async () => {
    const teacher = await test.signedIn('ilse');
    const lesson = await recorded(teacher, 6);
    const split = { revision: lesson.revision, at: 4e6, title: 'The second half' };
    const second = (await teacher.post(`/api/lessons/${lesson.id}/split`).send(split).expect(201)).body as Whole;
    expect([second.title, secondsOf(second), secondsOf(await whole(teacher, lesson.id))]).toEqual([split.title, 2, 4]);
    expect(second.borrowed.map((page) => page.id)).toEqual(lesson.pages.map((page) => page.id));
    const takes = (await teacher.get(`/api/lessons/${second.id}/takes`).expect(200)).body as { id: string }[];
    expect(takes.map((take) => take.id)).toEqual([sourceOf(lesson.edits.segments[0]!)]);
    expect((await publish(teacher, second.id)).length).toBe(2e6);
    expect((await teacher.post(`/api/lessons/${lesson.id}/split`).send(split).expect(409)).body).toMatchObject({
      code: 'lesson-changed',
    });
    const nowhere = { ...split, revision: lesson.revision + 1, at: 4e6 };
    expect((await teacher.post(`/api/lessons/${lesson.id}/split`).send(nowhere).expect(422)).body).toMatchObject({
      code: 'nothing-to-split',
    });
  },
  PATIENCE,
);

it(
  'a stretch of another lesson is put in, and nobody else’s is',
  async () => {
    const ilse = await test.signedIn('ilse');
    const [lesson, other] = [await recorded(ilse, 4), await recorded(ilse, 6)];
    const join = { revision: lesson.revision, at: 1e6, from: other.id, start: 2e6, end: 5e6 };
    const joined = (await ilse.post(`/api/lessons/${lesson.id}/join`).send(join).expect(200)).body as Whole;
    expect(secondsOf(joined)).toBe(7);
    expect(joined.edits.segments.map((one) => sourceOf(one))).toEqual([
      sourceOf(lesson.edits.segments[0]!),
      sourceOf(other.edits.segments[0]!),
      sourceOf(lesson.edits.segments[0]!),
    ]);
    expect((await publish(ilse, lesson.id)).length).toBe(7e6);
    await ilse
      .post(`/api/lessons/${lesson.id}/join`)
      .send({ ...join, from: randomUUID() })
      .expect(404);
  },
  PATIENCE,
);

it(
  'a change that names a take of nobody, or of another, is refused, and the lesson is as it was',
  async () => {
    const [teacher, other] = [await test.signedIn('ilse'), await test.signedIn('bo')];
    const lesson = await recorded(teacher, 3);
    const foreign = sourceOf((await recorded(other, 3)).edits.segments[0]!);
    for (const takeId of [randomUUID(), foreign]) {
      const segment = { ...lesson.edits.segments[0]!, id: randomUUID(), takeId };
      const { body } = await teacher
        .post(`/api/lessons/${lesson.id}/changes`)
        .send({ revision: lesson.revision, do: [{ op: 'insert', index: 0, segment }] })
        .expect(422);
      expect(body).toMatchObject({ code: 'take-missing' });
    }
    expect(await whole(teacher, lesson.id)).toEqual(lesson);
  },
  PATIENCE,
);

it(
  'what is sped up, laid over and faded is published so, and the maker’s file names are not',
  async () => {
    const teacher = await test.signedIn('ilse');
    const lesson = await recorded(teacher, 6);
    const tone = Float32Array.from({ length: 48_000 * 2 }, (_, i) => Math.sin(i / 20) * 0.3);
    const file = await encoded(tone, 'ogg', 64);
    const sounds = await teacher
      .post(`/api/lessons/${lesson.id}/sounds`)
      .attach('files', file, 'my own tune.ogg')
      .expect(201);
    const { clip, name } = (sounds.body as { clip: string; name: string }[])[0]!;
    const range = { start: micros(2e6), end: micros(6e6) };
    const takeId = sourceOf(lesson.edits.segments[0]!);
    const close = {
      id: 'z',
      kind: 'close-up',
      takeId,
      ...range,
      view: { x: 0, y: 0, width: 800 },
      ease: micros(4e5),
    } as const;
    const from = { fadeIn: 0, fadeOut: 0, noise: false, levelling: false, music: null };
    const to = { ...from, fadeOut: 1e6, music: { clip, name, lufs: -26 } };
    const foreign = { ...to, music: { ...to.music, clip: '0'.repeat(64) } };
    const refused = await teacher
      .post(`/api/lessons/${lesson.id}/changes`)
      .send({ revision: lesson.revision, do: [{ op: 'finish', from, to: foreign }] })
      .expect(422);
    expect(refused.body).toMatchObject({ code: 'music-missing' });
    await change(
      teacher,
      lesson.id,
      (list) => playAt(list, range, { speed: 4, sound: { kind: 'room' } }, randomUUID),
      (list) => layOver(list, close),
      { op: 'finish', from, to } as never,
    );

    const edition = await publish(teacher, lesson.id);
    expect(edition.length).toBe(3e6);
    const manifest = await manifestOf(teacher, edition.id);
    expect(manifest.edits.overlays).toHaveLength(1);
    expect(JSON.stringify(manifest)).not.toContain('my own tune');
    const voice = await teacher
      .get(await fileOf(teacher, edition.id, 'voice.webm'))
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => done(null, Buffer.concat(parts)));
      });
    expect(await decoded(voice.body as Buffer)).toHaveLength(3 * 48_000);
  },
  PATIENCE,
);

it(
  'a stretch is heard as it would be published, cleaned or not',
  async () => {
    const teacher = await test.signedIn('ilse');
    const lesson = await recorded(teacher, 6);
    for (const noise of ['on', 'off']) {
      await teacher
        .get(`/api/lessons/${lesson.id}/excerpt?start=1000000&end=3000000&noise=${noise}&levelling=off`)
        .expect(200)
        .expect('content-type', /audio\/webm/);
    }
    await teacher.get(`/api/lessons/${lesson.id}/excerpt?start=9000000&end=9900000&noise=on&levelling=off`).expect(422);
    await teacher.get(`/api/lessons/${lesson.id}/excerpt?start=x&end=1&noise=on&levelling=off`).expect(400);
  },
  PATIENCE,
);

it(
  'a learner watches a title card and a stretch that was sped up: both count, and another edition keeps the place',
  async () => {
    const [teacher, learner] = [await test.signedIn('ilse'), await test.signedIn('tam')];
    const lesson = await recorded(teacher, 6);
    const card = { title: 'Before we begin', line: '', ground: 'oak' } as const;
    const fast = { start: micros(4e6), end: micros(8e6) };
    await change(
      teacher,
      lesson.id,
      (list) => insertCard(list, ZERO, card, micros(2e6), randomUUID),
      (list) => playAt(list, fast, { speed: 4, sound: { kind: 'room' } }, randomUUID),
    );
    const edition = await publish(teacher, lesson.id);
    expect(edition.length).toBe(5e6);
    await assign(teacher, lesson.id, ids['10a']!);
    await report(learner, await visit(learner, edition.id), 4.5e6, { speed: 2 }).expect(204);
    expect(await visit(learner, edition.id)).toMatchObject({ resumeAt: 4.5e6, seen: [{ start: 0, end: 4.5e6 }] });
    // Without the card everything comes two seconds sooner; the place and what was seen come along.
    await change(teacher, lesson.id, ({ segments }) => ({ op: 'remove', index: 0, segment: segments[0]! }));
    const next = await publish(teacher, lesson.id);
    expect(await visit(learner, next.id)).toMatchObject({ resumeAt: 2.5e6, seen: [{ start: 0, end: 2.5e6 }] });
  },
  PATIENCE,
);

it(
  'what is covered up for as long as its page is up is not in the picture that learners get',
  async () => {
    const teacher = await test.signedIn('ilse');
    const { id } = await newLesson(teacher);
    await teacher
      .post(`/api/lessons/${id}/imports`)
      .attach('files', await pdfOf(1), 'plan.pdf')
      .expect(201);
    await imported(teacher, id);
    const page = (await whole(teacher, id)).pages[1] as { id: string; picture: string };
    await record(teacher, id, 3, [{ kind: 'page', at: micros(0), page: page.id }]);
    const lesson = await whole(teacher, id);
    const takeId = sourceOf(lesson.edits.segments[0]!);
    const place = { x: 0, y: 0, width: 800, height: 300 };
    const cover = {
      id: 'z',
      kind: 'cover-up',
      takeId,
      start: ZERO,
      end: micros(3e6),
      page: page.id,
      ...place,
    } as const;
    await change(teacher, id, (list) => layOver(list, cover));
    const edition = await publish(teacher, id);
    const manifest = await manifestOf(teacher, edition.id);
    const given = manifest.pages.find((one) => one.id === page.id) as { picture: string };
    expect(JSON.stringify(manifest)).not.toContain(page.picture);
    const file = await teacher
      .get(await pictureIn(teacher, edition.id, given.picture))
      .buffer(true)
      .expect(200);
    const { data, info } = await sharp(file.body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true });
    const inside = (Math.floor(info.width / 10) + Math.floor(info.width / 20) * info.width) * info.channels;
    expect([...data.subarray(inside, inside + 3)].every((value, i) => Math.abs(value - [223, 230, 225][i]!) < 6)).toBe(
      true,
    );
  },
  PATIENCE,
);
