import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { ClassesService } from '../modules/classes/index.ts';
import {
  askedWith,
  assign,
  newLesson,
  publish,
  record,
  report,
  templateOf,
  toClass,
  visit,
} from '../testing/lesson.ts';
import { fileOf } from '../testing/watching.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Given {
  readonly id: string;
  readonly title: string;
  readonly className: string;
  readonly learners: number;
  readonly lessonIds: readonly string[];
}
interface OnDesk {
  readonly assignmentId: string;
  readonly title: string;
  readonly className: string;
  readonly state: string;
  readonly workOpen: boolean;
  readonly lessons: readonly { readonly title: string; readonly share: number; readonly editionId: string }[];
}

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, bo, tam, wren]: Agent[] = [];
/** Two lessons of two seconds that were published. */
let [tides, winds]: { readonly id: string; readonly edition: string; readonly length: number }[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const all: Agent[] = [];
  for (const name of ['ilse', 'co', 'bo', 'tam', 'wren']) all.push(await test.signedIn(name));
  [ilse, co, bo, tam, wren] = all;
  const ready = async (title: string) => {
    const { id } = await newLesson(ilse!);
    await ilse!.patch(`/api/lessons/${id}`).send({ title }).expect(200);
    await record(ilse!, id, 2);
    const edition = await publish(ilse!, id);
    return { id, edition: edition.id, length: edition.length };
  };
  [tides, winds] = [await ready('Tides'), await ready('Winds')];
});
afterAll(() => test.close());

const give = async (body: object, by = ilse!) =>
  (await by.post('/api/assignments').send(body).expect(201)).body as readonly Given[];
const refused = async (body: object, status: number, by = ilse!) =>
  ((await by.post('/api/assignments').send(body).expect(status)).body as { code: string }).code;
const to = (whom: object, classId = ids['10a']!) => [{ classId, whom: { ...WHOLE_CLASS, ...whom } }];
const only = (whom: object) => to({ all: false, ...whom });
const deskOf = async (by: Agent) => (await by.get('/api/desk').expect(200)).body as readonly OnDesk[];
const has = async (by: Agent, id: string) => (await by.get(`/api/desk/${id}`)).status === 200;
const madeGroup = async (...members: string[]) => {
  const facts = { name: `Watch ${randomUUID().slice(0, 4)}`, members: members.map((name) => ids[name]) };
  const { body } = await ilse!.post(`/api/classes/${ids['10a']}/groups`).send(facts).expect(201);
  return { ...facts, id: (body as { id: string }).id };
};
/** Watches all of an edition; a report may not say more than has passed. */
const watchAll = async (by: Agent, { edition, length }: { edition: string; length: number }) => {
  const seen = await visit(by, edition);
  await test.app
    .get(DataSource)
    .query('UPDATE visit SET startedAt = startedAt - INTERVAL 1 HOUR WHERE id = ?', [seen.id]);
  await report(by, seen, length).expect(204);
};

describe('several lessons', () => {
  it('are given in their order, and stand so on a desk', async () => {
    const [made] = await give(toClass('', ids['10a']!, { lessonIds: [winds!.id, tides!.id] }));
    expect(made).toMatchObject({ title: 'Winds and Tides', className: '10a', learners: 3 });
    const item = (await deskOf(tam!)).find((one) => one.assignmentId === made!.id);
    expect(item?.lessons.map(({ title }) => title)).toEqual(['Winds', 'Tides']);
    expect(item).toMatchObject({ title: 'Winds and Tides', className: '10a', state: 'to-do' });
    const both = askedWith([tides!.id, winds!.id], { whom: WHOLE_CLASS });
    await ilse!.put(`/api/assignments/${made!.id}`).send(both).expect(200);
    expect((await deskOf(tam!)).find((one) => one.assignmentId === made!.id)?.title).toBe('Tides and Winds');
  });

  it('are watched one by one, and seen so by who teaches them', async () => {
    const [made] = await give(toClass('', ids['10a']!, { lessonIds: [tides!.id, winds!.id], handIn: false }));
    await watchAll(wren!, tides!);
    const state = async () => (await deskOf(wren!)).find((one) => one.assignmentId === made!.id)?.state;
    expect(await state()).toBe('to-do');
    const share = async (lesson: string) => {
      const { body } = await co!.get(`/api/watching/assignments/${made!.id}`).query({ lesson }).expect(200);
      const { learners } = body as { learners: { name: string; share: number }[] };
      return learners.find(({ name }) => name === 'wren')?.share;
    };
    expect([await share(tides!.id), await share(winds!.id)]).toEqual([1, 0]);
    await co!.get(`/api/watching/assignments/${made!.id}`).query({ lesson: randomUUID() }).expect(404);
    await watchAll(wren!, winds!);
    expect(await state()).toBe('finished');
  });

  it('count as watched from the share on that was asked for', async () => {
    const [most, all] = [
      await assign(ilse!, tides!.id, ids['10a']!, { handIn: false, watchedPercent: 50 }),
      await assign(ilse!, tides!.id, ids['10a']!, { handIn: false, watchedPercent: 100 }),
    ];
    const seen = await visit(tam!, tides!.edition);
    await report(tam!, seen, tides!.length * 0.6).expect(204);
    const states = Object.fromEntries((await deskOf(tam!)).map(({ assignmentId, state }) => [assignmentId, state]));
    expect([states[most], states[all]]).toEqual(['finished', 'to-do']);
  });
});

describe('who has it', () => {
  it('may be several classes in one act, each with an assignment of its own', async () => {
    await test.app.get(ClassesService, { strict: false }).join(ids['10b']!, ids['ilse']!, 'teacher');
    const classes = [...to({ but: [ids['wren']!] }), ...to({}, ids['10b'])];
    const made = await give(toClass(tides!.id, '', { to: classes }));
    expect(made.map(({ className, learners }) => [className, learners])).toEqual([
      ['10a (all but wren)', 2],
      ['10b', 1],
    ]);
    await test.app.get(ClassesService, { strict: false }).leave(ids['10b']!, ids['ilse']!);
    expect([await has(tam!, made[0]!.id), await has(wren!, made[0]!.id)]).toEqual([true, false]);
    // Nobody learns from a desk who else has it, or has not.
    expect((await tam!.get(`/api/desk/${made[0]!.id}`)).body).toMatchObject({ className: '10a' });
  });

  it('may be a group: whoever joins it later has it too, and keeps it when the group goes', async () => {
    const group = await madeGroup('tam');
    const [made] = await give(toClass(tides!.id, '', { to: only({ groups: [group.id] }) }));
    expect(made).toMatchObject({ className: `10a (${group.name})`, learners: 1 });
    expect([await has(tam!, made!.id), await has(wren!, made!.id)]).toEqual([true, false]);
    const both = { name: group.name, members: [ids['tam'], ids['wren']] };
    await ilse!.put(`/api/classes/${ids['10a']}/groups/${group.id}`).send(both).expect(204);
    expect(await has(wren!, made!.id)).toBe(true);
    await ilse!.delete(`/api/classes/${ids['10a']}/groups/${group.id}`).expect(204);
    expect([await has(tam!, made!.id), await has(wren!, made!.id)]).toEqual([true, true]);
  });

  it('sees it, and what belongs to it, from then on; whoever no longer has it at once no more', async () => {
    const lesson = (await newLesson(ilse!)).id;
    await record(ilse!, lesson, 1);
    const edition = await publish(ilse!, lesson);
    const watches = async (by: Agent) => (await by.get(`/api/editions/${edition.id}`)).status;
    const [made] = await give(toClass(lesson, '', { to: only({ learners: [ids['tam']!] }) }));
    expect([await watches(tam!), await watches(wren!)]).toEqual([200, 404]);
    const address = await fileOf(tam!, edition.id, 'voice.webm');
    await tam!.get(address).expect(200);
    const whom = { ...WHOLE_CLASS, all: false, learners: [ids['wren']!] };
    await ilse!
      .put(`/api/assignments/${made!.id}`)
      .send(askedWith([lesson], { whom }))
      .expect(200);
    expect([await watches(tam!), await watches(wren!)]).toEqual([404, 200]);
    expect([await has(tam!, made!.id), await has(wren!, made!.id)]).toEqual([false, true]);
    // An address that was given out before is of no use any more.
    await tam!.get(address).expect(410);
    await ilse!.delete(`/api/assignments/${made!.id}`).expect(204);
    expect(await watches(wren!)).toBe(404);
  });

  it('counts in marking and Watched; what was handed in stays with who no longer has it', async () => {
    const [made] = await give(toClass(tides!.id, '', { to: only({ learners: [ids['tam']!, ids['wren']!] }) }));
    await tam!.put(`/api/assignments/${made!.id}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const whom = { ...WHOLE_CLASS, all: false, learners: [ids['wren']!] };
    await ilse!
      .put(`/api/assignments/${made!.id}`)
      .send(askedWith([tides!.id], { whom }))
      .expect(200);
    expect((await ilse!.get(`/api/marking/${made!.id}`).expect(200)).body).toMatchObject({
      learners: 1,
      queue: [{ learnerName: 'tam' }],
    });
    const { body } = await ilse!.get(`/api/watching/assignments/${made!.id}`).expect(200);
    expect((body as { learners: { name: string }[] }).learners.map(({ name }) => name)).toEqual(['wren']);
    await tam!.get(`/api/assignments/${made!.id}/hand-in`).expect(200);
    await tam!.put(`/api/assignments/${made!.id}/hand-in/text`).send({ text: 'More' }).expect(404);
  });

  it('is nobody of another class, nor nobody at all: nothing is given then', async () => {
    const before = (await deskOf(tam!)).length;
    const given = (classes: object) => toClass(tides!.id, '', { to: classes });
    expect(await refused(given(only({})), 422)).toBe('nobody-chosen');
    expect(await refused(given(only({ learners: [ids['ola']!] })), 422)).toBe('not-in-class');
    expect(await refused(given(to({ but: [ids['ola']!] })), 422)).toBe('not-in-class');
    expect(await refused(given(only({ groups: [randomUUID()] })), 422)).toBe('not-in-class');
    expect(await refused(given([...to({}), ...to({})]), 422)).toBe('class-twice');
    expect(await refused(given([...to({}), ...to({}, ids['10b'])]), 404)).toBe('not-found');
    expect(await refused(given([]), 400)).toBe('not-valid');
    expect((await deskOf(tam!)).length).toBe(before);
  });
});

describe('lessons that are given', () => {
  it('are published, named once, and in the hands of who gives them', async () => {
    const bare = (await newLesson(ilse!)).id;
    const lessons = (...lessonIds: string[]) => toClass('', ids['10a']!, { lessonIds });
    expect(await refused(lessons(tides!.id, bare), 409)).toBe('not-published');
    expect(await refused(lessons(tides!.id, tides!.id), 422)).toBe('lesson-twice');
    expect(await refused(lessons(), 400)).toBe('not-valid');
    expect(await refused(lessons(tides!.id), 404, co!)).toBe('not-found');
    expect(await refused(lessons(...Array.from({ length: 13 }, () => tides!.id)), 400)).toBe('not-valid');
  });

  it('stay when a co-teacher changes the rest, and no other one of a colleague comes in', async () => {
    const id = await assign(ilse!, tides!.id, ids['10a']!);
    const change = (...lessonIds: string[]) =>
      co!.put(`/api/assignments/${id}`).send(askedWith(lessonIds, { whom: WHOLE_CLASS, instructions: 'Watch twice.' }));
    await change(tides!.id).expect(200);
    await change(tides!.id, winds!.id).expect(404);
    expect((await ilse!.get(`/api/assignments/${id}`).expect(200)).body).toMatchObject({
      instructions: 'Watch twice.',
      lessonIds: [tides!.id],
    });
    await bo!
      .put(`/api/assignments/${id}`)
      .send(askedWith([tides!.id], { whom: WHOLE_CLASS }))
      .expect(404);
  });
});

describe('work that opens once its lessons were watched', () => {
  it('is refused before, in words, and taken afterwards', async () => {
    const lesson = (await newLesson(ilse!)).id;
    await record(ilse!, lesson, 2);
    const edition = await publish(ilse!, lesson);
    const id = await assign(ilse!, lesson, ids['10a']!, { workOpens: 'once-watched', answerLimitMs: 30_000 });
    const handIn = () => tam!.put(`/api/assignments/${id}/hand-in/text`).send({ text: 'My plan' });
    const isOpen = async () => ((await tam!.get(`/api/desk/${id}`)).body as OnDesk).workOpen;
    expect(await isOpen()).toBe(false);
    const { body } = await handIn().expect(409);
    expect(body).toMatchObject({ code: 'watch-first', detail: expect.stringContaining('90 %') as string });
    await tam!.put(`/api/assignments/${id}/answer`).expect(409);
    await watchAll(tam!, { edition: edition.id, length: edition.length });
    expect(await isOpen()).toBe(true);
    await handIn().expect(200);
  });

  it('waits for nothing that was taken away', async () => {
    const lesson = (await newLesson(ilse!)).id;
    await record(ilse!, lesson, 1);
    await publish(ilse!, lesson);
    const id = await assign(ilse!, lesson, ids['10a']!, { workOpens: 'once-watched' });
    await ilse!.put(`/api/lessons/${lesson}/opening`).send({ to: 'me', from: null, until: null }).expect(204);
    await tam!.put(`/api/assignments/${id}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  });
});

it('what to do may be long in any script', async () => {
  const instructions = `<p>${'𠀋'.repeat(9_990)}</p>`;
  const id = await assign(ilse!, tides!.id, ids['10a']!, { instructions });
  expect(((await tam!.get(`/api/desk/${id}`)).body as { instructions: string }).instructions).toBe(instructions);
});

describe('templates', () => {
  const facts = (name: string, instructions: string) => templateOf(name, { instructions });
  const mine = async (by: Agent) => (await by.get('/api/assignment-templates').expect(200)).body as { id: string }[];

  it('are a teacher’s own, one for each name', async () => {
    await ilse!.put('/api/assignment-templates').send(facts('Weekly plan', 'Watch it.')).expect(200);
    await ilse!.put('/api/assignment-templates').send(facts('Weekly plan', 'Watch it twice.')).expect(200);
    const kept = await mine(ilse!);
    expect(kept).toEqual([{ ...facts('Weekly plan', 'Watch it twice.'), id: expect.any(String) as string }]);
    expect(await mine(co!)).toEqual([]);
    await co!.delete(`/api/assignment-templates/${kept[0]!.id}`).expect(404);
    await ilse!.delete(`/api/assignment-templates/${kept[0]!.id}`).expect(204);
    expect(await mine(ilse!)).toEqual([]);
  });

  it('are so many at most', async () => {
    for (let i = 0; i < 40; i += 1)
      await bo!
        .put('/api/assignment-templates')
        .send(facts(`T${i}`, ''))
        .expect(200);
    const { body } = await bo!.put('/api/assignment-templates').send(facts('One more', '')).expect(422);
    expect(body).toMatchObject({ code: 'too-many-templates' });
    await bo!.put('/api/assignment-templates').send(facts('T7', 'Replaced.')).expect(200);
  });
});
