import { micros, ZERO } from '@oakbell/core/clock';
import { layOver, type EditList } from '@oakbell/core/edits';
import type { TakeEvent } from '@oakbell/core/log';
import { pictureKey } from '@oakbell/core/media';
import { picturesOf } from '@oakbell/core/pages';
import sharp from 'sharp';
import { pictureOf } from '../testing/files.ts';
import { assign, change, imported, newLesson, publish, record, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { manifestOf, openEdition } from '../testing/watching.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
let [teacher, learner]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [teacher, learner] = [await test.signedIn('ilse'), await test.signedIn('tam')];
});
afterAll(() => test.close());

interface Page {
  readonly id: string;
  readonly picture: string | null;
  readonly smallPicture: string | null;
}
interface Whole {
  readonly revision: number;
  readonly edits: EditList;
  readonly pages: readonly Page[];
}
const whole = async (id: string) => (await teacher!.get(`/api/lessons/${id}`).expect(200)).body as Whole;

/** Adds a picture of its own as a page and gives it. */
async function addPicture(id: string, shade: number): Promise<Page> {
  const before = new Set((await whole(id)).pages.map((page) => page.id));
  const png = await sharp({ create: { width: 64, height: 36, channels: 3, background: { r: shade, g: 9, b: 9 } } })
    .png()
    .toBuffer();
  await teacher!.post(`/api/lessons/${id}/imports`).attach('files', png, 'page.png').expect(201);
  await imported(teacher!, id);
  return (await whole(id)).pages.find((page) => !before.has(page.id))!;
}

/** Outside of where the cover-up lies. */
const stroke = (name: string, seconds: number, page: string): TakeEvent => ({
  kind: 'stroke',
  at: micros(seconds * 1e6),
  stroke: name,
  page,
  pen: { colour: '#26221b', width: 5 },
  points: [10_000, 7000, 128, 0, 10_100, 7100, 128, 100],
});
const words = (name: string, seconds: number, page: string, text: string): TakeEvent => ({
  kind: 'text',
  at: micros(seconds * 1e6),
  text: name,
  page,
  thing: { id: name, kind: 'text', x: 10, y: 10, width: 400, height: 60, text, colour: '#26221b', size: 40 } as never,
});

describe('what learners get of a lesson', () => {
  it('holds nothing that the edition does not show', async () => {
    const { id, page } = await newLesson(teacher!);
    const [shown, removed, unused] = [await addPicture(id, 40), await addPicture(id, 80), await addPicture(id, 120)];
    const placed = (
      await teacher!
        .post(`/api/lessons/${id}/assets`)
        .attach('files', await pictureOf(33, 22), 'loose.png')
        .expect(201)
    ).body as { digest: string }[];
    for (const one of [shown, removed, unused])
      await teacher!
        .put(`/api/lessons/${id}/pages/${one.id}/cues`)
        .send({ cues: `<p>PLANTED cue of ${one.id}</p>` })
        .expect(200);
    const events: readonly TakeEvent[] = [
      { kind: 'page', at: micros(0), page: shown.id },
      stroke('PLANTED-cut-away', 0.2, shown.id),
      { kind: 'erased', at: micros(0.5e6), act: 'PLANTED-rub', strokes: ['PLANTED-cut-away'] },
      words('PLANTED-word', 0.6, shown.id, 'PLANTED words that were taken back'),
      { kind: 'undone', at: micros(0.8e6), act: 'PLANTED-word' },
      stroke('stays', 0.9, shown.id),
      { kind: 'page', at: micros(1e6), page: removed.id },
      stroke('PLANTED-elsewhere', 1.1, removed.id),
      { kind: 'page', at: micros(1.5e6), page: shown.id },
      { kind: 'paused', at: micros(2e6), lastedMs: 777_123 },
      stroke('shown', 2.5, shown.id),
      stroke('PLANTED-removed', 2.6, shown.id),
      words('PLANTED-beneath', 2.7, shown.id, 'PLANTED beneath a cover-up'),
      stroke('PLANTED-after', 3.5, shown.id),
    ];
    const take = await record(teacher!, id, 4, events);
    await teacher!.delete(`/api/lessons/${id}/pages/${removed.id}`).expect(204);
    const { edits } = await whole(id);
    const [segment] = edits.segments;
    const trim = {
      op: 'trim',
      segment: segment!.id,
      from: { start: segment!.start, end: segment!.end },
      to: { start: micros(2e6), end: micros(3e6) },
    } as const;
    const removal = {
      op: 'strokes',
      index: 0,
      from: null,
      to: { id: 'r', takeId: take, stroke: 'PLANTED-removed' },
    } as const;
    const box = {
      id: 'PLANTED-box',
      kind: 'pointer',
      takeId: take,
      start: ZERO,
      end: micros(1e6),
      shown: 'off',
    } as const;
    const cover = {
      id: 'cover',
      kind: 'cover-up',
      takeId: take,
      start: micros(1.5e6),
      end: micros(4e6),
      ...{ page: shown.id, x: 0, y: 0, width: 900, height: 500 },
    } as const;
    await change(
      teacher!,
      id,
      trim,
      removal,
      (list) => layOver(list, box),
      (list) => layOver(list, cover),
    );
    const edition = await publish(teacher!, id);
    await assign(teacher!, id, ids['10a']!);

    const manifest = await manifestOf(learner!, edition.id);
    const text = JSON.stringify(manifest);
    for (const gone of [
      'PLANTED',
      '777123',
      removed.id,
      unused.id,
      page,
      removed.picture!,
      unused.picture!,
      shown.picture!,
      placed[0]!.digest,
    ])
      expect([gone, text.includes(gone)]).toEqual([gone, false]);
    for (const kept of ['stays', '\\"shown\\"', shown.id, '"cover"'])
      expect([kept, text.includes(kept)]).toEqual([kept, true]);
    const given = [...(await openEdition(learner!, edition.id)).keys()].filter((key) => key.startsWith('pictures/'));
    const [covered] = manifest.pages;
    expect(given.sort()).toEqual([...picturesOf(covered!), covered!.small!].map(pictureKey).sort());
  });
});

describe('a teacher’s notes', () => {
  it('are not in the lesson that a spoken answer is made in, nor on the pages of a hand-in', async () => {
    const { id, page } = await newLesson(teacher!);
    await teacher!.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues: '<p>PLANTED answer</p>' }).expect(200);
    await record(teacher!, id, 1);
    await publish(teacher!, id);
    const assignment = await assign(teacher!, id, ids['10a']!, { answerLimitMs: 60_000, answerPage: page });
    const { lessonId } = (await learner!.put(`/api/assignments/${assignment}/answer`).expect(200)).body as {
      lessonId: string;
    };
    const answer = await learner!.get(`/api/lessons/${lessonId}`).expect(200);
    expect(JSON.stringify(answer.body)).not.toContain('PLANTED');

    await learner!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const { queue } = (await teacher!.get(`/api/marking/${assignment}`)).body as {
      queue: { feedbackLessonId: string }[];
    };
    const { feedbackLessonId } = queue[0]!;
    const pages = await until(async () => {
      const found = (await teacher!.get(`/api/lessons/${feedbackLessonId}`)).body as Whole;
      return found.pages.length > 0 ? found.pages : null;
    });
    const note = {
      ...{ id: 'n', kind: 'text', x: 9, y: 9, width: 400, height: 50 },
      text: 'PLANTED note',
      size: 38,
      colour: '#26221b',
    };
    await teacher!
      .put(`/api/lessons/${feedbackLessonId}/pages/${pages[0]!.id}/cues`)
      .send({ cues: '<p>PLANTED doubt</p>' })
      .expect(200);
    await teacher!
      .put(`/api/lessons/${feedbackLessonId}/pages/${pages[0]!.id}/things`)
      .send({ things: [note] })
      .expect(200);
    const mine = await learner!.get(`/api/assignments/${assignment}/hand-in`).expect(200);
    expect(JSON.stringify(mine.body)).not.toContain('PLANTED');
    expect((mine.body as { pages: object[] }).pages.map((one) => Object.keys(one).sort())).toEqual([
      ['backdrop', 'clip', 'height', 'id', 'kind', 'picture', 'smallPicture', 'things', 'whole'],
    ]);
  });
});
