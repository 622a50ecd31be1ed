import { MOST_WORDS_WAITING } from '@oakbell/core/marking';
import { randomUUID } from 'node:crypto';
import { assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { encoded } from '../testing/sounds.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { speechLike } from '../testing/voiceParts.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Words {
  readonly open: boolean;
  readonly words: readonly {
    readonly text: string;
    readonly own: boolean;
    readonly byTeacher: boolean;
    readonly again: boolean;
    readonly spoken: { readonly address: string; readonly lengthMs: number } | null;
  }[];
}
let test: TestApp;
let lesson: string;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam, wren]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co] = [await test.signedIn('ilse'), await test.signedIn('co')];
  [tam, wren] = [await test.signedIn('tam'), await test.signedIn('wren')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 2);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

async function given({ back = true } = {}) {
  const assignment = await assign(ilse!, lesson, ids['10a']!);
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const row = async () =>
    ((await ilse!.get(`/api/marking/${assignment}`).expect(200)).body as { queue: [Record<string, unknown>] }).queue[0];
  const path = `/api/marking/hand-ins/${String((await row())['submissionId'])}`;
  if (back)
    await ilse!.post(`${path}/hand-back`).send({ points: 4, comment: 'Good', times: 1, revision: 0 }).expect(204);
  return { row, theirs: `${path}/words`, own: `/api/assignments/${assignment}/feedback/words` };
}

describe('answering back', () => {
  it('is one thread that both find again; what asks to look again stands in the queue until a teacher says something', async () => {
    const { row, theirs, own } = await given();
    expect(await row()).toMatchObject({ words: 0, again: false });
    await tam!.post(own).send({ text: 'Why four?' }).expect(201);
    const { body } = await tam!.post(`${own}?again=yes`).send({ text: 'Please look at line two again.' }).expect(201);
    expect(body).toMatchObject({ open: true, words: [{ own: true, again: false }, { again: true }] });
    expect(await row()).toMatchObject({ words: 2, again: true });
    await co!.post(theirs).send({ text: 'You are right about line two.' }).expect(201);
    expect(await row()).toMatchObject({ words: 0, again: false });
    const seen = (await tam!.get(own).expect(200)).body as Words;
    expect(seen.words.map(({ text, byTeacher }) => [text, byTeacher])).toEqual([
      ['Why four?', false],
      ['Please look at line two again.', false],
      ['You are right about line two.', true],
    ]);
    expect(((await ilse!.get(theirs).expect(200)).body as Words).words).toHaveLength(3);
    await wren!.get(own).expect(404);
  });

  it('a teacher asks nobody to look again', async () => {
    const { theirs } = await given();
    const { body } = await ilse!.post(`${theirs}?again=yes`).send({ text: 'So.' }).expect(201);
    expect((body as Words).words[0]).toMatchObject({ again: false, byTeacher: true });
  });

  it('can be written on one’s own pages, and both see it there; on no other page, and not as nothing', async () => {
    const { theirs, own } = await given();
    const { pages, media } = await until(async () => {
      const seen = (await tam!.get(own).expect(200)).body as {
        pages: { id: string; picture: string }[];
        media: object;
      };
      return seen.pages.length > 0 && seen;
    });
    expect(JSON.stringify(media)).toContain(pages[0]!.picture);
    const inkOn = (page: string) =>
      `${JSON.stringify({ kind: 'stroke', at: 0, stroke: 'a', page, pen: { colour: '#aa0000', width: 3 }, points: [10, 20, 128, 0], paused: true })}\n`;
    const ink = inkOn(pages[0]!.id);
    await tam!.post(own).send({ text: '', ink }).expect(201);
    await ilse!.post(theirs).send({ text: 'I see it.', ink }).expect(201);
    for (const [who, path] of [
      [tam!, own],
      [ilse!, theirs],
    ] as const)
      expect((await who.get(path).expect(200)).body).toMatchObject({
        words: [
          { text: '', ink },
          { text: 'I see it.', ink },
        ],
        pages: [{ id: pages[0]!.id }],
      });
    for (const [sent, status, code] of [
      [{ text: ' ' }, 422, 'nothing-said'],
      [{ text: 'So', ink: inkOn(randomUUID()) }, 422, 'not-ink'],
      [{ text: 'So', ink: 'x\n' }, 422, 'not-ink'],
      [{ text: 'So', ink: 'x'.repeat(200_001) }, 400, 'not-valid'],
    ] as const)
      expect((await tam!.post(own).send(sent).expect(status)).body).toMatchObject({ code });
    expect(((await ilse!.get(theirs).expect(200)).body as Words).words).toHaveLength(2);
  });

  it('can be spoken, and is heard by both', async () => {
    const { theirs, own } = await given();
    const voice = await encoded(speechLike(2), 'ogg', 64);
    await tam!.post(`${own}/spoken?again=no`).attach('files', voice, 'why.ogg').expect(201);
    const { words } = (await ilse!.get(theirs).expect(200)).body as Words;
    expect(words[0]).toMatchObject({ text: '', own: false, spoken: { lengthMs: expect.any(Number) } });
    await ilse!.get(words[0]!.spoken!.address).expect(200);
    await ilse!.post(`${theirs}/spoken`).attach('files', voice, 'so.ogg').expect(201);
    const back = (await tam!.get(own).expect(200)).body as Words;
    await tam!.get(back.words[1]!.spoken!.address).expect(200);
  });

  it('waits until there is feedback, and does not flood who teaches them', async () => {
    const early = await given({ back: false });
    expect((await tam!.post(early.own).send({ text: 'Well?' }).expect(409)).body).toMatchObject({
      code: 'not-handed-back',
    });
    const { own, theirs } = await given();
    for (let i = 0; i < MOST_WORDS_WAITING; i += 1)
      await tam!
        .post(own)
        .send({ text: `${i}` })
        .expect(201);
    expect((await tam!.post(own).send({ text: 'more' }).expect(409)).body).toMatchObject({ code: 'too-many-words' });
    await ilse!.post(theirs).send({ text: 'One at a time.' }).expect(201);
    await tam!.post(own).send({ text: 'Sorry.' }).expect(201);
    await tam!
      .post(own)
      .send({ text: 'x'.repeat(2001) })
      .expect(400);
  });
});
