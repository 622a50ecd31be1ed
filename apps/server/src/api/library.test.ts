import { randomUUID } from 'node:crypto';
import type supertest from 'supertest';
import { DataSource } from 'typeorm';
import { pdfWith } from '../testing/files.ts';
import { assign, imported, newLesson, publish, record, until, visit } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = ReturnType<typeof supertest.agent>;
interface Place {
  readonly kind: string;
  readonly pageId: string;
  readonly pageNumber: number;
  readonly text: string;
  readonly marks: readonly { readonly start: number; readonly end: number }[];
}
interface Row {
  readonly id: string;
  readonly title: string;
  readonly tags: readonly string[];
  readonly may: string;
  readonly owner: string | null;
  readonly classes: number;
  readonly places: readonly Place[];
}
interface Answer {
  readonly lessons: readonly Row[];
  readonly next: string | null;
  readonly more: boolean;
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, bo, co, tam]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
beforeEach(async () => {
  [ilse, bo, co, tam] = [
    await test.signedIn('ilse'),
    await test.signedIn('bo'),
    await test.signedIn('co'),
    await test.signedIn('tam'),
  ];
});
afterEach(async () => {
  // Each test has the shelves for itself.
  const database = test.app.get(DataSource);
  await database.query('UPDATE lesson SET unitId = NULL, archivedAt = NOW(3)');
  await database.query('DELETE FROM lesson_tag');
  await database.query('DELETE FROM unit');
  await database.query('DELETE FROM course');
});
afterAll(() => test.close());

const ask = async (by: Agent, query: Record<string, string> = {}): Promise<Answer> =>
  (await by.get('/api/library').query(query).expect(200)).body as Answer;
const titles = async (by: Agent, query: Record<string, string> = {}) =>
  (await ask(by, query)).lessons.map((row) => row.title);
const change = (by: Agent, lessons: readonly string[], body: object, status = 204) =>
  by
    .post('/api/library/changes')
    .send({ ids: lessons, ...body })
    .expect(status);
async function course(by: Agent, ...shared: readonly string[]): Promise<{ id: string; unit: string }> {
  const { id } = (await by.post('/api/courses').send({ name: 'Tides' }).expect(201)).body as { id: string };
  const { body } = await by.post(`/api/courses/${id}/units`).send({ name: 'Springs' }).expect(201);
  for (const name of shared) await by.post(`/api/courses/${id}/teachers`).send({ id: ids[name] }).expect(204);
  return { id, unit: (body as { id: string }).id };
}
const marked = ({ text, marks }: Place) => marks.map(({ start, end }) => text.slice(start, end));

describe('what lessons are found by', () => {
  it('are their titles, tags, cues, the text of their pages and what was typed on them, with the place', async () => {
    const { id } = await newLesson(ilse!, 'Passage planning');
    const other = await newLesson(ilse!, 'Heights of tide');
    await change(ilse!, [other.id], { addTags: ['Year 10', 'revision'] });
    await ilse!
      .post(`/api/lessons/${id}/imports`)
      .attach('files', await pdfWith(['The rule of twelfths', 'Leading lights of the harbour']), 'plan.pdf')
      .expect(201);
    await imported(ilse!, id);
    const { pages } = (await ilse!.get(`/api/lessons/${id}`)).body as { pages: { id: string }[] };
    const [board, , lights] = pages;
    await ilse!
      .put(`/api/lessons/${id}/pages/${board!.id}/cues`)
      .send({ cues: '<p>Ask about <strong>neaps</strong> first.</p>' })
      .expect(200);
    const typed = { id: 't', kind: 'text', x: 10, y: 10, width: 300, height: 40, size: 30, colour: '#1d3557' };
    await ilse!
      .put(`/api/lessons/${id}/pages/${board!.id}/things`)
      .send({ things: [{ ...typed, text: 'Isogonic lines' }] })
      .expect(200);

    expect(await titles(ilse!, { words: 'passage plan' })).toEqual(['Passage planning']);
    expect(await titles(ilse!, { words: 'REVIS' })).toEqual(['Heights of tide']);
    expect(await titles(ilse!, { words: 'tide rev' })).toEqual(['Heights of tide']);
    expect(await titles(ilse!, { words: 'twelfths passages' })).toEqual([]);
    const places = async (words: string) => (await ask(ilse!, { words })).lessons.flatMap((row) => row.places);
    const [harbour] = await places('harb lights');
    expect(harbour).toMatchObject({ kind: 'page', pageId: lights!.id, pageNumber: 3 });
    expect(marked(harbour!)).toEqual(['lights', 'harb']);
    expect((await places('neaps'))[0]).toMatchObject({ kind: 'cue', pageId: board!.id, pageNumber: 1 });
    expect((await places('isogonic'))[0]).toMatchObject({ kind: 'page', pageId: board!.id, text: 'Isogonic lines' });
    // Markup is not text.
    expect(await places('strong')).toEqual([]);
  });

  it.each(['+', '"', '*', '-tide', '(((', '@5', '~', "'; DROP TABLE lesson; --", '%', '\\', '🧭', 'x'.repeat(200)])(
    '%j breaks nothing',
    async (words) => {
      await newLesson(ilse!, 'Tide tables');
      const { lessons } = await ask(ilse!, { words });
      expect(lessons.map((row) => row.title)).toEqual(words === '-tide' ? ['Tide tables'] : []);
    },
  );

  it('short words and words of every day are looked for as well', async () => {
    await newLesson(ilse!, 'The way to go by');
    expect(await titles(ilse!, { words: 'to the by' })).toEqual(['The way to go by']);
  });

  it('a page that was removed is found no more, and one that came back is', async () => {
    const { id, page } = await newLesson(ilse!, 'Boards');
    await ilse!
      .post(`/api/lessons/${id}/boards`)
      .send({ backdrop: { kind: 'squared' } })
      .expect(201);
    await ilse!.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues: '<p>Sextant</p>' }).expect(200);
    expect(await titles(ilse!, { words: 'sextant' })).toEqual(['Boards']);
    await ilse!.delete(`/api/lessons/${id}/pages/${page}`).expect(204);
    expect(await titles(ilse!, { words: 'sextant' })).toEqual([]);
    await ilse!.post(`/api/lessons/${id}/pages/${page}/restore`).expect(204);
    expect(await titles(ilse!, { words: 'sextant' })).toEqual(['Boards']);
  });

  it('nobody finds what is not in their hands, nor a hand-in', async () => {
    await newLesson(ilse!, 'Secret soundings');
    const lesson = await newLesson(ilse!, 'Given');
    await record(ilse!, lesson.id, 1);
    await publish(ilse!, lesson.id);
    const assignment = await assign(ilse!, lesson.id, ids['10a']!);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My barnacle plan' }).expect(200);
    expect(await titles(bo!, { words: 'secret' })).toEqual([]);
    await until(async () => {
      const { body } = await ilse!.get(`/api/marking/${assignment}`);
      return (body as { queue: { feedbackLessonId: string }[] }).queue[0]?.feedbackLessonId;
    });
    expect(await titles(ilse!, { words: 'barnacle' })).toEqual([]);
    const words = (await test.app.get(DataSource).query("SELECT words FROM page WHERE words LIKE '%barnacle%'")) as [];
    expect(words).toEqual([]);
  });
});

describe('the list', () => {
  it('goes on where it ended, with none left out and none twice', async () => {
    for (let i = 0; i < 53; i += 1) await newLesson(bo!, `Lesson ${i}`);
    const first = await ask(bo!);
    const second = await ask(bo!, { after: first.next! });
    expect([first.lessons.length, first.more, second.lessons.length, second.next]).toEqual([50, true, 3, null]);
    expect(new Set([...first.lessons, ...second.lessons].map((row) => row.id)).size).toBe(53);
    expect(await ask(bo!, { after: 'nowhere' })).toEqual(first);
  });

  it('shows a place, a tag, what begins others, and what is put away', async () => {
    const { unit, id } = await course(ilse!);
    const [a, b, c] = [await newLesson(ilse!, 'A'), await newLesson(ilse!, 'B'), await newLesson(ilse!, 'C')];
    await change(ilse!, [a.id], { unitId: unit, addTags: ['tides'] });
    await change(ilse!, [b.id], { savedAs: 'template', addTags: [' tides ', 'Tides'] });
    await change(ilse!, [c.id], { archived: true });
    expect(await titles(ilse!, { place: unit })).toEqual(['A']);
    expect(await titles(ilse!, { place: id })).toEqual(['A']);
    expect(await titles(ilse!, { without: 'none' })).toEqual(['B']);
    expect(await titles(ilse!, { tag: 'Tides' })).toEqual(['B', 'A']);
    expect(await titles(ilse!, { savedAs: 'template' })).toEqual(['B']);
    expect(await titles(ilse!, { archived: 'yes', words: 'C' })).toEqual(['C']);
    expect((await ilse!.get('/api/library/tags').expect(200)).body).toEqual([{ tag: 'tides', lessons: 2 }]);
    const { body } = await ilse!.get('/api/courses').expect(200);
    expect((body as { units: { lessons: number }[] }[])[0]!.units[0]!.lessons).toBe(1);
    await change(ilse!, [c.id], { archived: false });
    expect(await titles(ilse!)).toContain('C');
  });

  it('many are changed at once, or none', async () => {
    const [a, b] = [await newLesson(ilse!, 'A'), await newLesson(ilse!, 'B')];
    await change(ilse!, [b.id], { addTags: Array.from({ length: 20 }, (_, i) => `tag ${i}`) });
    const { body } = await change(ilse!, [a.id, b.id], { archived: true, addTags: ['one more'] }, 422);
    expect(body).toMatchObject({ code: 'too-many-tags' });
    expect((await titles(ilse!)).toSorted()).toEqual(['A', 'B']);
    await change(ilse!, [a.id, randomUUID()], { archived: true }, 404);
    await change(ilse!, [], { archived: true }, 400);
    await change(
      ilse!,
      Array.from({ length: 201 }, () => a.id),
      { archived: true },
      400,
    );
    await change(ilse!, [a.id, 'nothing'], { archived: true }, 400);
    expect((await titles(ilse!)).toSorted()).toEqual(['A', 'B']);
  });
});

describe('about a lesson', () => {
  it('it is told where it is used, how much was seen there, and what it keeps', async () => {
    const { id } = await newLesson(ilse!, 'Used');
    await record(ilse!, id, 4);
    const edition = await publish(ilse!, id);
    await assign(ilse!, id, ids['10a']!);
    const { id: visited } = await visit(tam!, edition.id);
    await test.app
      .get(DataSource)
      .query('UPDATE visit SET startedAt = startedAt - INTERVAL 1 HOUR WHERE id = ?', [visited]);
    const plays = [{ start: 0, end: edition.length, speed: 1 }];
    await tam!.post(`/api/watching/visits/${visited}/reports`).send({ number: 0, plays, position: 0 }).expect(204);
    const copy = (await ilse!.post(`/api/lessons/${id}/copies`).expect(201)).body as { id: string };
    const { body } = await ilse!.get(`/api/lessons/${id}/about`).expect(200);
    const { uses, elsewhere, playedIn, bytes } = body as {
      uses: { className: string; learners: number; begun: number; seen: number }[];
      elsewhere: number;
      playedIn: object[];
      bytes: Record<string, number>;
    };
    expect(uses).toMatchObject([{ className: '10a', learners: 3, begun: 1 }]);
    expect(uses[0]!.seen).toBeCloseTo(1 / 3, 1);
    expect([elsewhere, playedIn]).toEqual([0, [{ id: copy.id, title: 'Copy of Used' }]]);
    expect([bytes['voice']! > 1000, bytes['camera'], bytes['editions']! > 1000]).toEqual([true, 0, true]);
    expect((await ask(ilse!)).lessons.find((row) => row.id === id)!.classes).toBe(1);
  });

  it('whoever shares it sees their own classes, and of others only how many', async () => {
    const { unit } = await course(ilse!, 'bo');
    const { id } = await newLesson(ilse!, 'Shared');
    await record(ilse!, id, 1);
    await publish(ilse!, id);
    await change(ilse!, [id], { unitId: unit });
    await assign(ilse!, id, ids['10a']!);
    await assign(bo!, id, ids['10b']!);
    const uses = async (by: Agent) => {
      const { body } = await by.get(`/api/lessons/${id}/about`).expect(200);
      const told = body as { uses: { className: string }[]; elsewhere: number };
      return [told.uses.map((one) => one.className), told.elsewhere];
    };
    expect(await uses(ilse!)).toEqual([['10a'], 1]);
    expect(await uses(bo!)).toEqual([['10b'], 1]);
    const given = async (by: Agent) =>
      ((await by.get(`/api/lessons/${id}/assignments`).expect(200)).body as { className: string }[]).map(
        (one) => one.className,
      );
    expect([await given(ilse!), await given(bo!)]).toEqual([['10a'], ['10b']]);
  });
});

describe('a copy', () => {
  it('plays what its original plays, has its own pages, and is no longer bound to it', async () => {
    const { id, page } = await newLesson(ilse!, 'Original');
    await record(ilse!, id, 3);
    await ilse!.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues: '<p>Ask</p>' }).expect(200);
    await change(ilse!, [id], { addTags: ['tides'] });
    const { id: copy } = (await ilse!.post(`/api/lessons/${id}/copies`).expect(201)).body as { id: string };
    const made = (await ilse!.get(`/api/lessons/${copy}`).expect(200)).body as {
      title: string;
      may: string;
      pages: { id: string; cues: string }[];
      borrowed: { id: string }[];
      edits: { segments: object[] };
      history: { undoable: number };
    };
    expect(made).toMatchObject({ title: 'Copy of Original', may: 'own', pages: [{ cues: '<p>Ask</p>' }] });
    expect([made.edits.segments.length, made.history.undoable]).toEqual([1, 0]);
    expect(made.borrowed.map((one) => one.id)).toContain(page);
    expect(made.pages[0]!.id).not.toBe(page);
    const edition = await publish(ilse!, copy);
    expect(edition.length).toBeGreaterThan(2.5e6);
    // Recording goes on in it, and the original stays as it was.
    await record(ilse!, copy, 1);
    const original = (await ilse!.get(`/api/lessons/${id}`)).body as { edits: { segments: object[] } };
    expect(original.edits.segments).toHaveLength(1);
    expect((await ask(ilse!)).lessons.find((row) => row.id === copy)!.tags).toEqual(['tides']);
  });

  it('of a copy plays as well', async () => {
    const { id } = await newLesson(ilse!, 'First');
    await record(ilse!, id, 1);
    const copy = async (of: string) => ((await ilse!.post(`/api/lessons/${of}/copies`)).body as { id: string }).id;
    expect((await publish(ilse!, await copy(await copy(id)))).length).toBeGreaterThan(5e5);
  });
});

describe('a course of several teachers', () => {
  it('shows its lessons to all of them, to be used or changed, as their maker says', async () => {
    const { unit, id } = await course(ilse!, 'bo', 'co');
    const lesson = await newLesson(ilse!, 'Shared');
    await change(ilse!, [lesson.id], { unitId: unit });
    expect((await ask(bo!)).lessons).toMatchObject([{ title: 'Shared', may: 'use', owner: 'ilse' }]);
    await change(ilse!, [lesson.id], { courseMay: 'change' });
    expect((await ask(bo!, { words: 'shared' })).lessons).toMatchObject([{ may: 'change' }]);
    const { body } = await co!.get('/api/courses').expect(200);
    expect(body).toMatchObject([{ id, teachers: [{ name: 'bo' }, { name: 'co' }, { name: 'ilse' }] }]);
  });

  it('is left by one with what is theirs, and never by the last', async () => {
    const { unit, id } = await course(ilse!, 'bo');
    const [hers, his] = [await newLesson(ilse!, 'Hers'), await newLesson(bo!, 'His')];
    await change(ilse!, [hers.id], { unitId: unit });
    await change(bo!, [his.id], { unitId: unit });
    expect((await titles(ilse!)).toSorted()).toEqual(['Hers', 'His']);
    expect((await ilse!.delete(`/api/courses/${id}`).expect(409)).body).toMatchObject({ code: 'course-is-shared' });
    await bo!.delete(`/api/courses/${id}/teachers/${ids['bo']}`).expect(204);
    expect([await titles(ilse!), await titles(bo!)]).toEqual([['Hers'], ['His']]);
    const last = await ilse!.delete(`/api/courses/${id}/teachers/${ids['ilse']}`).expect(409);
    expect(last.body).toMatchObject({ code: 'last-teacher' });
    await ilse!.delete(`/api/courses/${id}`).expect(204);
    expect(await titles(ilse!, { without: 'none' })).toEqual(['Hers']);
  });

  it('is shared with teachers of the school alone', async () => {
    const { id } = await course(ilse!);
    for (const name of ['tam', 'keeper'])
      await ilse!.post(`/api/courses/${id}/teachers`).send({ id: ids[name] }).expect(422);
    await ilse!.post(`/api/courses/${id}/teachers`).send({ id: randomUUID() }).expect(422);
    const { body } = await ilse!.get('/api/colleagues').query({ words: 'o' }).expect(200);
    expect((body as { name: string }[]).map((one) => one.name)).toEqual(['bo', 'co', 'gone']);
  });
});

describe('two who change one lesson', () => {
  async function together(): Promise<{ id: string; page: string }> {
    const { unit } = await course(ilse!, 'bo');
    const lesson = await newLesson(ilse!, 'Together');
    await change(ilse!, [lesson.id], { unitId: unit, courseMay: 'change' });
    return lesson;
  }
  const text = (id: string, words: string, x = 100) => ({
    ...{ id, kind: 'text', x, y: 200, width: 300, height: 40, size: 30, colour: '#1d3557' },
    text: words,
  });

  it('keep what both placed, and both versions of what both changed', async () => {
    const { id, page } = await together();
    const put = async (by: Agent, things: object[], base: object[]) =>
      (await by.put(`/api/lessons/${id}/pages/${page}/things`).send({ things, base }).expect(200)).body as {
        page: { things: { text: string }[] };
        beside: number;
      };
    await put(ilse!, [text('a', 'ebb')], []);
    // He has not seen hers.
    const his = await put(bo!, [text('b', 'flood')], []);
    expect([his.page.things.map((one) => one.text), his.beside]).toEqual([['ebb', 'flood'], 0]);
    await put(ilse!, [text('a', 'ebb tide'), text('b', 'flood')], [text('a', 'ebb'), text('b', 'flood')]);
    const both = await put(bo!, [text('a', 'EBB'), text('b', 'flood')], [text('a', 'ebb'), text('b', 'flood')]);
    expect([both.page.things.map((one) => one.text), both.beside]).toEqual([['ebb tide', 'flood', 'EBB'], 1]);
  });

  it('keep the cues of both', async () => {
    const { id, page } = await together();
    const put = async (by: Agent, cues: string, base: string) =>
      (
        (await by.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues, base }).expect(200)).body as {
          cues: string;
        }
      ).cues;
    expect(await put(ilse!, '<p>Hers</p>', '')).toBe('<p>Hers</p>');
    expect(await put(bo!, '<p>His</p>', '')).toBe('<p>Hers</p><p>His</p>');
  });

  it('are told when the other said something else meanwhile, and nothing is written over', async () => {
    const { id, page } = await together();
    const name = (by: Agent, title: string, was: string) =>
      by.patch(`/api/lessons/${id}`).send({ title, was: { title: was } });
    await name(ilse!, 'Hers', 'Together').expect(200);
    expect((await name(bo!, 'His', 'Together').expect(409)).body).toMatchObject({ code: 'said-anew' });
    await name(bo!, 'His', 'Hers').expect(200);
    const board = (by: Agent, kind: string, was: string) =>
      by.put(`/api/lessons/${id}/pages/${page}/backdrop`).send({ backdrop: { kind }, base: { kind: was } });
    await board(ilse!, 'ruled', 'squared').expect(200);
    expect((await board(bo!, 'dotted', 'squared').expect(409)).body).toMatchObject({ code: 'said-anew' });
  });

  it('are refused the second of two edits on one revision', async () => {
    const { id } = await together();
    await record(ilse!, id, 2);
    const { revision, edits } = (await bo!.get(`/api/lessons/${id}`)).body as {
      revision: number;
      edits: { segments: { id: string; end: number }[] };
    };
    const [segment] = edits.segments;
    const trim = (end: number) => ({
      op: 'trim',
      segment: segment!.id,
      from: { start: 0, end: segment!.end },
      to: { start: 0, end },
    });
    const cut = (by: Agent, end: number) => by.post(`/api/lessons/${id}/changes`).send({ revision, do: [trim(end)] });
    await cut(bo!, 1e6).expect(200);
    expect((await cut(ilse!, 5e5).expect(409)).body).toMatchObject({ code: 'lesson-changed' });
    // Each of them is told who did what, unless it was they themselves.
    const lastBy = async (by: Agent) =>
      ((await by.get(`/api/lessons/${id}`)).body as { history: { lastBy: string | null } }).history.lastBy;
    expect([await lastBy(ilse!), await lastBy(bo!)]).toEqual(['bo', null]);
    const past = (await bo!.get(`/api/lessons/${id}/changes`).expect(200)).body as { by: string | null }[];
    expect(past.map((one) => one.by)).toEqual([null, 'ilse']);
  });

  it('see each other, and no longer once one has left', async () => {
    const { id } = await together();
    const [hers, his] = [randomUUID(), randomUUID()];
    const stand = async (by: Agent, window: string, step: string) =>
      ((await by.put(`/api/lessons/${id}/here/${window}`).send({ step }).expect(200)).body as { others: object[] })
        .others;
    expect(await stand(ilse!, hers, 'pages')).toEqual([]);
    expect(await stand(bo!, his, 'polish')).toEqual([{ id: ids['ilse'], name: 'ilse', step: 'pages' }]);
    expect(await stand(ilse!, randomUUID(), 'pages')).toEqual([{ id: ids['bo'], name: 'bo', step: 'polish' }]);
    // Nobody else can say that somebody has gone.
    await ilse!.delete(`/api/lessons/${id}/here/${his}`).expect(204);
    expect(await stand(ilse!, hers, 'pages')).toHaveLength(1);
    await bo!.delete(`/api/lessons/${id}/here/${his}`).expect(204);
    expect(await stand(ilse!, hers, 'pages')).toEqual([]);
  });

  it('do not record at the same time', async () => {
    const { id } = await together();
    const open = (by: Agent, takeOver = false) =>
      by.put(`/api/takes/${randomUUID()}`).send({ lessonId: id, windowKey: randomUUID(), takeOver });
    await open(ilse!).expect(200);
    for (const takeOver of [false, true])
      expect((await open(bo!, takeOver).expect(409)).body).toMatchObject({ code: 'recorded-by-another' });
  });
});
