import { randomUUID } from 'node:crypto';
import { pdfOf } from '../testing/files.ts';
import { imported, newLesson, publish, record } from '../testing/lesson.ts';
import { fileOf } from '../testing/watching.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let teacher: Awaited<ReturnType<TestApp['signedIn']>>;
beforeAll(async () => {
  test = await startTestApp();
  await addSchool(test);
  teacher = await test.signedIn('ilse');
});
afterAll(() => test.close());

interface Lesson {
  readonly pages: readonly {
    readonly id: string;
    readonly picture: string | null;
    readonly smallPicture: string | null;
    readonly cues: string;
  }[];
}
const lessonOf = async (id: string) => (await teacher.get(`/api/lessons/${id}`).expect(200)).body as Lesson;
const pageIds = async (id: string) => (await lessonOf(id)).pages.map((page) => page.id);

describe('the pages of a lesson', () => {
  it('take a board after the page that is named, and at the end when none is', async () => {
    const { id, page } = await newLesson(teacher);
    const last = (
      await teacher
        .post(`/api/lessons/${id}/boards`)
        .send({ backdrop: { kind: 'blank' } })
        .expect(201)
    ).body as {
      id: string;
    };
    const middle = (
      await teacher
        .post(`/api/lessons/${id}/boards`)
        .send({ backdrop: { kind: 'squared' }, after: page })
        .expect(201)
    ).body as { id: string };
    expect(await pageIds(id)).toEqual([page, middle.id, last.id]);
  });
  it('can be put into another order, which must name each of them once', async () => {
    const { id, page } = await newLesson(teacher);
    const second = (await teacher.post(`/api/lessons/${id}/boards`).send({ backdrop: { kind: 'blank' } })).body as {
      id: string;
    };
    await teacher
      .put(`/api/lessons/${id}/pages`)
      .send({ pages: [second.id, page] })
      .expect(204);
    expect(await pageIds(id)).toEqual([second.id, page]);
    for (const pages of [[page], [page, page], [page, 'none']]) {
      expect((await teacher.put(`/api/lessons/${id}/pages`).send({ pages }).expect(409)).body).toMatchObject({
        code: 'not-the-pages',
      });
    }
    expect(await pageIds(id)).toEqual([second.id, page]);
  });
  it('come back to their place when removing is undone', async () => {
    const { id, page } = await newLesson(teacher);
    await teacher.post(`/api/lessons/${id}/boards`).send({ backdrop: { kind: 'blank' } });
    const before = await pageIds(id);
    await teacher.delete(`/api/lessons/${id}/pages/${page}`).expect(204);
    expect(await pageIds(id)).toEqual(before.slice(1));
    await teacher.post(`/api/lessons/${id}/pages/${page}/restore`).expect(204);
    expect(await pageIds(id)).toEqual(before);
  });
  it('keep their cues', async () => {
    const { id, page } = await newLesson(teacher);
    await teacher.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues: 'Ask first.' }).expect(200);
    expect((await lessonOf(id)).pages[0]!.cues).toBe('Ask first.');
    await teacher
      .put(`/api/lessons/${id}/pages/${page}/cues`)
      .send({ cues: 'x'.repeat(12_001) })
      .expect(400);
  });
  it('number 200 at most, however they come', async () => {
    const { id } = await newLesson(teacher);
    const { body } = await teacher
      .post(`/api/lessons/${id}/imports`)
      .attach('files', await pdfOf(200), 'many.pdf')
      .expect(422);
    expect(body).toMatchObject({ code: 'too-many-pages' });
    expect((body as { detail: string }).detail).toContain('201');
  });
});

describe('a picture of a page', () => {
  it('is given out by an address of its own to its lesson, and under no other lesson', async () => {
    const [lesson, other] = [await newLesson(teacher), await newLesson(teacher, 'Another')];
    await teacher
      .post(`/api/lessons/${lesson.id}/imports`)
      .attach('files', await pdfOf(1), 'one.pdf')
      .expect(201);
    expect(await imported(teacher, lesson.id)).toBe(2);
    const { picture, smallPicture } = (await lessonOf(lesson.id)).pages[1]!;
    const { headers } = await teacher.get(`/api/lessons/${lesson.id}/pictures/${picture}`).redirects(1).expect(200);
    expect(headers).toMatchObject({
      'content-type': 'image/webp',
      'cache-control': expect.stringMatching(/^private, max-age=\d+, immutable$/),
    });
    await teacher.get(`/api/lessons/${lesson.id}/pictures/${smallPicture}`).redirects(1).expect(200);
    await teacher.get(`/api/lessons/${other.id}/pictures/${picture}`).expect(404);
    await teacher.get(`/api/lessons/${lesson.id}/pictures/..%2F..%2Fetc`).expect(404);
  });
});

describe('the sound of an edition', () => {
  it('can be asked for in ranges, as players do', async () => {
    const { id } = await newLesson(teacher);
    await record(teacher, id, 3);
    const edition = await publish(teacher, id);
    const address = await fileOf(teacher, edition.id, 'voice.webm');
    const whole = Number((await teacher.head(address).expect(200)).headers['content-length']);
    const part = await teacher.get(address).set('Range', 'bytes=0-99').expect(206);
    expect(part.headers).toMatchObject({ 'content-range': `bytes 0-99/${whole}`, 'content-length': '100' });
    const past = await teacher.get(address).set('Range', `bytes=${whole}-`).expect(416);
    expect(past.headers['content-range']).toBe(`bytes */${whole}`);
  });
  it('is there as soon as the edition is ready, and the first sound does not wait for the second format', async () => {
    const { id } = await newLesson(teacher);
    await record(teacher, id, 2);
    const edition = await publish(teacher, id);
    await teacher.get(await fileOf(teacher, edition.id, 'voice.webm')).expect(200);
  });
  it('cannot be made from nothing', async () => {
    const { id } = await newLesson(teacher);
    expect((await teacher.post(`/api/lessons/${id}/editions`).expect(422)).body).toMatchObject({
      code: 'nothing-recorded',
    });
  });
});

it('a change that is not one, or does not fit, is refused, and the lesson stays as it was', async () => {
  const { id } = await newLesson(teacher);
  await record(teacher, id, 2);
  const before = (await teacher.get(`/api/lessons/${id}`)).body as {
    revision: number;
    edits: { segments: { id: string; takeId: string }[] };
  };
  const segment = before.edits.segments[0]!;
  const insert = (more: object) => ({ op: 'insert', index: 0, segment: { ...segment, id: 'other', ...more } });
  for (const [sent, status, code] of [
    [{ do: [insert({ start: 5, end: 5 })] }, 422, 'not-an-edit'],
    [{ do: [insert({ id: segment.id })] }, 409, 'edit-does-not-apply'],
    [{ do: [insert({ end: 9e9 })] }, 422, 'beyond-take'],
    [{ do: [insert({ takeId: randomUUID() })] }, 422, 'take-missing'],
    [{ do: [{ op: 'insert', index: 0 }] }, 422, 'not-an-edit'],
    [{ do: 'none' }, 400, 'not-valid'],
    [{ do: [insert({})], undo: 1 }, 422, 'not-an-edit'],
    [{}, 422, 'not-an-edit'],
  ] as const) {
    const { body } = await teacher
      .post(`/api/lessons/${id}/changes`)
      .send({ revision: before.revision, ...sent })
      .expect(status);
    expect(body).toMatchObject({ code });
  }
  expect((await teacher.get(`/api/lessons/${id}`)).body).toMatchObject({
    revision: before.revision,
    edits: before.edits,
  });
});
