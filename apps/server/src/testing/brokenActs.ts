import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { logText } from '@oakbell/core/log';
import { partText } from '@oakbell/core/worksheets';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import supertest, { type agent, type Response } from 'supertest';
import { DataSource } from 'typeorm';
import { PeopleService } from '../modules/people/index.ts';
import { ClassesService } from '../modules/classes/index.ts';
import { TakesService } from '../modules/takes/index.ts';
import { Acts, FOLLOWS, Outbox } from '../platform/acts/index.ts';
import type { ActDataSource } from '../platform/database/index.ts';
import { endsWith, JobHandlers, JobsService } from '../platform/jobs/index.ts';
import { jobScope } from '../platform/scope/index.ts';
import type { RecordStore } from '../standins/recordStore.ts';
import { startSchoolMail } from './mail.ts';
import { startSchoolRecords } from './records.ts';
import type { MailCatcher } from '../standins/mailCatcher.ts';
import { pdfOf, pictureOf, pptxOf } from './files.ts';
import { faultsIn } from './invariants.ts';
import {
  askedWith,
  assign,
  newLesson,
  publish,
  putPart,
  rubricOf,
  templateOf,
  toClass,
  until,
  visit,
} from './lesson.ts';
import { appliedRoster, decided, plannedRoster, rosterOf } from './rosters.ts';
import { boardSheet, strokeOn, write } from './sheets.ts';
import { encoded } from './sounds.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from './testApp.ts';
import { partsOf, speechLike } from './voiceParts.ts';

/*
 * Every act that writes is broken at each of its statements in turn, against the real database: after each break nothing
 * is half done, and the same act sent again under the same key is done, once.
 */
type Agent = ReturnType<typeof agent>;
type Method = 'post' | 'put' | 'patch' | 'delete';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let database: ActDataSource;
let [ilse, tam, keeper]: Agent[] = [];
let sound: { ogg: Buffer; parts: readonly { bytes: Buffer; digest: string }[]; frames: number };
let pdf: Buffer;
let catcher: MailCatcher;
let store: RecordStore;
// Each test in sessions of its own: nobody may ask for so much in one.
const inNewSessions = async () => [
  await test.signedIn('ilse'),
  await test.signedIn('tam'),
  await test.signedIn('keeper'),
];
interface Sending {
  readonly path: string;
  readonly body?: object;
  readonly by?: Agent;
  /** Where a plain body is not it: files, bytes. */
  readonly how?: (request: ReturnType<Agent['post']>) => unknown;
  /** How it is answered when it is sent once more after it was done; 2xx where left out. */
  readonly again?: number;
  /** Nobody may try it often: each try is made with things of its own. */
  readonly isCounted?: true;
  /** What must be there in the end, exactly so many. */
  readonly inTheEnd?: () => Promise<void>;
}
/** Makes what an act is done to, anew for each try, and says how the act is sent. */
type Scenario = () => Promise<Sending>;

/** A unit of the page of 10a; the page is begun anew first, since it holds only so many. */
const classUnit = async (): Promise<{ readonly id: string }> => {
  await database.query('DELETE FROM class_unit');
  const { body } = await ilse!
    .post(`/api/classes/${ids['10a']}/units`)
    .send({ name: `Unit ${randomUUID()}` })
    .expect(201);
  return body as { id: string };
};
/** A lesson that can be put on a class page, which holds only so many words: it is begun anew. */
const wordToBe = async (): Promise<string> => {
  await database.query('DELETE FROM quick_word');
  return (await recorded()).id;
};
const quickWord = async (): Promise<{ readonly id: string }> => {
  const lessonId = await wordToBe();
  return (await ilse!.post(`/api/classes/${ids['10a']}/words`).send({ lessonId }).expect(201)).body as { id: string };
};
const DAY = '2026-01-05';
const NEWS_WISHES = { way: 'daily', kinds: ['given'], dailyAt: 960, quietFrom: 1200, quietUntil: 420 };
/** A new class, and something with a topic in a unit of 10a that can be copied there. */
const classToCopy = async (): Promise<{ readonly id: string; readonly ids: readonly string[] }> => {
  const unitId = (await classUnit()).id;
  const assignment = await assigned();
  await ilse!.put(`/api/assignments/${assignment}/place`).send({ unitId, day: DAY, before: null }).expect(204);
  await ilse!.put(`/api/classes/${ids['10a']}/days/${DAY}`).send({ unitId, topic: 'Springs' }).expect(204);
  const { body } = await ilse!
    .post('/api/classes')
    .send({ name: `Copy ${randomUUID()}`, course: '' })
    .expect(201);
  return { id: (body as { id: string }).id, ids: [assignment] };
};
/** A lesson that was given and can be watched, and a link to it for a guardian of tam's. */
const guardianLink = async () => {
  const { lesson: lessonId } = await givenLesson();
  const assignment = await assign(ilse!, lessonId, ids['10a']!);
  const { body } = await ilse!
    .post(`/api/assignments/${assignment}/guardian-links`)
    .send({ learnerId: ids['tam'], lessonId, days: 14 })
    .expect(201);
  return { assignment, lessonId, ...(body as { readonly id: string; readonly path: string }) };
};
const template = () => templateOf(`Weekly ${randomUUID()}`);
const bare = () => newLesson(ilse!);
/** A lesson with a take of a second, without waiting for any job. */
async function recorded(): Promise<{
  id: string;
  page: string;
  revision: number;
  segment: { id: string; end: number };
}> {
  const lesson = await bare();
  const take = { lessonId: lesson.id, byId: ids['ilse']!, voice: sound.ogg, log: logText([]), frames: sound.frames };
  await test.app.get(TakesService, { strict: false }).addFinished(take);
  const { body } = await ilse!.get(`/api/lessons/${lesson.id}`).expect(200);
  const { revision, edits } = body as { revision: number; edits: { segments: { id: string; end: number }[] } };
  return { ...lesson, revision, segment: edits.segments[0]! };
}
/** A letter to somebody new, who has forgotten their password. */
async function postedLetter(): Promise<{ readonly id: string; readonly mail: string }> {
  const people = test.app.get(PeopleService, { strict: false });
  const mail = `${randomUUID()}@skerry.example`;
  await people.add({ name: 'New', role: 'learner', password: PASSWORD, mail });
  const input = { kind: 'forgotten-password', about: { name: mail } };
  const jobs = test.app.get(JobsService, { strict: false });
  const { id } = await jobs.add({ kind: 'mail', ownerId: null, subjectId: randomUUID(), input });
  return { id, mail };
}
/** What the mail to somebody new leads to. */
async function forgotten(): Promise<{ readonly person: string; readonly key: string }> {
  const { mail } = await postedLetter();
  const { text } = await until(() => Promise.resolve(catcher.mails.find((one) => one.to === mail)));
  const [, person = '', key = ''] = /person=(\S+)&key=(\S+)/.exec(text) ?? [];
  return { person, key };
}
let published: Promise<{ lesson: string; edition: string }> | null = null;
/** One lesson that was published, for all who only watch it or give it. */
const givenLesson = () =>
  (published ??= (async () => {
    const { id } = await recorded();
    return { lesson: id, edition: (await publish(ilse!, id)).id };
  })());
let given: Promise<string> | null = null;
/** An edition that Tam may watch. */
async function watchable(): Promise<string> {
  given ??= assigned();
  await given;
  return (await givenLesson()).edition;
}
const assigned = async (terms: object = {}) => assign(ilse!, (await givenLesson()).lesson, ids['10a']!, terms);
async function handedIn(terms: object = {}): Promise<{ submission: string; feedback: string; assignment: string }> {
  const assignment = await assigned(terms);
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
  const [row] = (body as { queue: { submissionId: string; feedbackLessonId: string }[] }).queue;
  return { submission: row!.submissionId, feedback: row!.feedbackLessonId, assignment };
}
const MARKS = { points: 4, comment: 'Good', times: 1, revision: 0 };
/** Marked, and kept until it is handed back with others. */
async function readyOne(): Promise<{ submission: string; assignment: string }> {
  const { submission, assignment } = await handedIn();
  await ilse!
    .put(`/api/marking/hand-ins/${submission}/ready`)
    .send({ ...MARKS, ready: true })
    .expect(200);
  return { submission, assignment };
}
async function handedBack(): Promise<{ submission: string; assignment: string }> {
  const { submission, assignment } = await handedIn();
  await ilse!.post(`/api/marking/hand-ins/${submission}/hand-back`).send(MARKS).expect(204);
  return { submission, assignment };
}
const wordsOf = (submission: string, n: number) => async () =>
  expect(await count('SELECT COUNT(*) AS n FROM feedback_word WHERE submissionId = ?', [submission])).toBe(n);
async function openTake(): Promise<string> {
  const { id } = await bare();
  const take = randomUUID();
  await ilse!.put(`/api/takes/${take}`).send({ lessonId: id, windowKey: 'test-window' }).expect(200);
  return take;
}
async function sentTake(): Promise<string> {
  const take = await openTake();
  for (const [i, part] of sound.parts.entries()) await putPart(ilse!, take, 'voice', i, part.bytes).expect(204);
  await putPart(ilse!, take, 'log', 0, Buffer.from(logText([]))).expect(204);
  return take;
}
const made = async (path: string, body: object = { name: 'Tides' }) =>
  ((await ilse!.post(`/api/${path}`).send(body).expect(201)).body as { id: string }).id;
const NEW_CLASS = { name: '10c', course: 'Tides' };
/** Somebody whom nobody else's test knows. */
const newcomer = async (): Promise<string> => {
  const people = [{ name: 'New', signInName: randomUUID() }];
  const { body } = await keeper!.post('/api/people').send({ role: 'learner', people }).expect(201);
  return (body as [{ id: string }])[0].id;
};
async function classWithCode(): Promise<{ id: string; code: string }> {
  const id = await made('classes', NEW_CLASS);
  const { body } = await ilse!.put(`/api/classes/${id}/join-code`).expect(200);
  return { id, code: (body as { code: string }).code };
}
async function madeGroup(): Promise<string> {
  await database.query('DELETE FROM class_group');
  return made(`classes/${ids['10a']}/groups`, { name: 'Watch', members: [ids['tam']] });
}
/** Another learner each time: nobody may try many codes. */
async function somebodyElse(inClass?: string): Promise<string> {
  const signInName = randomUUID();
  const people = test.app.get(PeopleService, { strict: false });
  const { id } = await people.add({ signInName, name: 'Somebody', role: 'learner', password: PASSWORD });
  if (inClass) await test.app.get(ClassesService, { strict: false }).join(ids[inClass]!, id, 'learner');
  return signInName;
}
async function shownToClass(): Promise<string> {
  const { submission } = await handedIn({ answersSeen: 'class' });
  await ilse!.put(`/api/marking/hand-ins/${submission}/approval`).send({ named: false, times: 1 }).expect(204);
  return submission;
}
async function repliedTo(): Promise<{ submission: string; reply: string }> {
  const submission = await shownToClass();
  await tam!.post(`/api/answers/${submission}/replies`).send({ text: 'Why south?' }).expect(204);
  const { body } = await ilse!.get(`/api/marking/hand-ins/${submission}/replies`).expect(200);
  return { submission, reply: (body as [{ id: string }])[0].id };
}
/** A question of tam's in an assignment of its own: where it stands, and its name. */
async function asked(): Promise<{ assignment: string; lesson: string; moment: string; question: string }> {
  const { lesson, edition } = await givenLesson();
  const assignment = await assign(ilse!, lesson, ids['10a']!);
  const moment = `?edition=${edition}&at=1000000`;
  const { body } = await tam!
    .post(`/api/assignments/${assignment}/lessons/${lesson}/questions${moment}`)
    .send({ text: 'Why south?' })
    .expect(201);
  return { assignment, lesson, moment, question: (body as { id: string }).id };
}
const questionsOf =
  (assignment: string, n: number, more = '') =>
  async () =>
    expect(await count(`SELECT COUNT(*) AS n FROM question WHERE assignmentId = ? ${more}`, [assignment])).toBe(n);
const FOR_TWO = { answerLimitMs: 60_000, makers: 2 };
/** A small lesson of tam's that a classmate may come to. */
async function openedToOne(): Promise<{ assignment: string; code: string }> {
  const assignment = await assigned(FOR_TWO);
  const { body } = await tam!.put(`/api/assignments/${assignment}/answer/code`).expect(200);
  return { assignment, code: (body as { code: string }).code };
}
const attach = (bytes: Buffer, name: string) => (request: ReturnType<Agent['post']>) =>
  request.attach('files', bytes, name);
const count = async (sql: string, parameters: unknown[]): Promise<number> =>
  Number(((await database.query(sql, parameters)) as { n: string }[])[0]!.n);
const lessonsOf = (name: string) => count('SELECT COUNT(*) AS n FROM lesson WHERE ownerId = ?', [ids[name]]);
const editionsOf = (lesson: string, n: number) => async () =>
  expect(await count('SELECT COUNT(*) AS n FROM edition WHERE lessonId = ?', [lesson])).toBe(n);
const board = { kind: 'squared' };
/** A worksheet of one board that tam's class has. */
async function sheetGiven(): Promise<{ assignment: string; page: string }> {
  const { id, pages } = await boardSheet(ilse!);
  return { assignment: await assigned({ worksheetId: id }), page: pages[0]!.id };
}
/** A job that is worked on until it is cancelled, or one that failed. */
async function parked(state: 'running' | 'failed'): Promise<string> {
  const jobs = test.app.get(JobsService, { strict: false });
  const { id } = await jobs.add({ kind: 'parked', ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
  await until(async () => (await jobs.one(id)).state === 'running');
  if (state === 'failed') await jobs.cancel(id);
  return id;
}

/** Every route that may write, and how. What it leaves alone is said instead. */
const ACTS: Readonly<Record<string, Scenario | 'writes no row'>> = {
  'post /api/session': async () => {
    await Promise.resolve();
    return { path: '/api/session', body: { name: 'co', password: PASSWORD } };
  },
  'delete /api/session': async () => ({ path: '/api/session', by: await test.signedIn('gone') }),
  'post /api/own-calendar': () => Promise.resolve({ path: '/api/own-calendar' }),
  'delete /api/own-calendar': () => Promise.resolve({ path: '/api/own-calendar' }),
  'post /api/own-news/seen': async () => {
    await database.query("UPDATE news_reader SET seenAt = '2026-01-01'");
    return { path: '/api/own-news/seen', body: { until: new Date().toISOString() } };
  },
  'put /api/own-news/wishes': () =>
    Promise.resolve({ path: '/api/own-news/wishes', body: { ...NEWS_WISHES, kinds: ['handed-in'] } }),
  'post /api/attachments': async () => ({ path: '/api/attachments', how: attach(await pdfOf(1), 'sheet.pdf') }),
  'post /api/worksheets/from-lesson': async () => {
    const { id, page } = await bare();
    return { path: '/api/worksheets/from-lesson', body: { lessonId: id, pageIds: [page] } };
  },
  'post /api/worksheets/of-boards': () =>
    Promise.resolve({ path: '/api/worksheets/of-boards', body: { backdrop: board, count: 2 } }),
  'post /api/worksheets/of-files': async () => ({
    path: '/api/worksheets/of-files',
    how: attach(await pdfOf(1), 'sheet.pdf'),
  }),
  'post /api/assignments/{id}/sheet/parts': async () => {
    const { assignment, page } = await sheetGiven();
    const part = { visit: randomUUID(), number: 0, events: partText([strokeOn(page, 'a')]) };
    const inTheEnd = async () =>
      expect(await count('SELECT parts AS n FROM sheet WHERE assignmentId = ?', [assignment])).toBe(1);
    return { path: `/api/assignments/${assignment}/sheet/parts`, by: tam!, body: part, inTheEnd };
  },
  'post /api/assignments/{id}/sheet/pictures': async () => ({
    path: `/api/assignments/${(await sheetGiven()).assignment}/sheet/pictures`,
    by: tam!,
    how: attach(await pictureOf(30, 20), 'triangle.png'),
  }),
  'put /api/assignments/{id}/hand-in/sheet': async () => {
    const { assignment, page } = await sheetGiven();
    await write(tam!, assignment, [strokeOn(page, 'a')]).expect(201);
    const inTheEnd = async () =>
      expect(await count('SELECT times AS n FROM submission WHERE assignmentId = ?', [assignment])).toBe(1);
    return { path: `/api/assignments/${assignment}/hand-in/sheet`, by: tam!, inTheEnd };
  },
  'post /api/frames/passes': 'writes no row',
  'post /api/frames/session': async () => {
    const { body } = await tam!.post('/api/frames/passes').expect(201);
    return { path: '/api/frames/session', body: body as object, again: 410 };
  },
  'delete /api/frames/session': async () => {
    const { body } = await tam!.post('/api/frames/passes').expect(201);
    const frame = supertest.agent(test.http);
    const { headers } = await frame
      .post('/api/frames/session')
      .send(body as object)
      .expect(204);
    const [cookie] = String(headers['set-cookie']).split(';');
    return { path: '/api/frames/session', by: frame, how: (request) => request.set('Cookie', cookie!) };
  },
  'delete /api/sessions': async () => ({ path: '/api/sessions', by: await test.signedIn('gone') }),
  'delete /api/sessions/{id}': async () => {
    const [one, other] = [await test.signedIn('gone'), await test.signedIn('gone')];
    const { body } = await other.get('/api/sessions').expect(200);
    const { id } = (body as { id: string; here: boolean }[]).find((session) => session.here)!;
    return { path: `/api/sessions/${id}`, by: one, again: 404 };
  },
  'put /api/password': async () => {
    const by = await test.signedIn('bo');
    const body = { current: PASSWORD, next: `a-longer-${randomUUID()}` };
    // What is chosen here is chosen back at once: nobody else's test is to know of it.
    const inTheEnd = async () => {
      const hash = (await database.query("SELECT passwordHash FROM person WHERE signInName = 'ilse'")) as [
        { passwordHash: string },
      ];
      await database.query("UPDATE person SET passwordHash = ? WHERE signInName = 'bo'", [hash[0].passwordHash]);
    };
    return { path: '/api/password', by, body, again: 422, inTheEnd };
  },
  'post /api/companion/join': 'writes no row',
  'post /api/lessons/{id}/companion-room': 'writes no row',
  'put /api/lessons/{id}/here/{window}': 'writes no row',
  'delete /api/lessons/{id}/here/{window}': 'writes no row',
  'post /api/jobs/{id}/cancel': async () => ({ path: `/api/jobs/${await parked('running')}/cancel` }),
  'post /api/jobs/{id}/retry': async () => {
    const id = await parked('failed');
    const inTheEnd = async () => void (await test.app.get(JobsService, { strict: false }).cancel(id));
    return { path: `/api/jobs/${id}/retry`, again: 409, inTheEnd };
  },
  'post /api/lessons': async () => {
    const { id } = await bare();
    return { path: '/api/lessons', body: { kind: 'slides', title: 'Tides', from: id, opening: id } };
  },
  'patch /api/lessons/{id}': async () => ({ path: `/api/lessons/${(await bare()).id}`, body: { title: 'Another' } }),
  'put /api/lessons/{id}/opening': async () => ({
    path: `/api/lessons/${(await recorded()).id}/opening`,
    body: { to: 'me', from: null, until: new Date(Date.now() + 3_600_000).toISOString() },
  }),
  'post /api/lessons/{id}/changes': async () => {
    const { id, revision, segment } = await recorded();
    const trim = { op: 'trim', segment: segment.id, from: { start: 0, end: segment.end }, to: { start: 0, end: 5e5 } };
    return { path: `/api/lessons/${id}/changes`, body: { revision, do: [trim] }, again: 409 };
  },
  'post /api/lessons/{id}/boards': async () => ({
    path: `/api/lessons/${(await bare()).id}/boards`,
    body: { backdrop: board },
  }),
  'post /api/lessons/{id}/windows': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/windows`, body: { after: page } };
  },
  'put /api/lessons/{id}/pages': async () => {
    const { id, page } = await bare();
    const { body } = await ilse!.post(`/api/lessons/${id}/boards`).send({ backdrop: board }).expect(201);
    return { path: `/api/lessons/${id}/pages`, body: { pages: [(body as { id: string }).id, page] } };
  },
  'delete /api/lessons/{id}/pages/{page}': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/pages/${page}` };
  },
  'post /api/lessons/{id}/pages/{page}/restore': async () => {
    const { id, page } = await bare();
    await ilse!.delete(`/api/lessons/${id}/pages/${page}`).expect(204);
    return { path: `/api/lessons/${id}/pages/${page}/restore` };
  },
  'put /api/lessons/{id}/pages/{page}/cues': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/pages/${page}/cues`, body: { cues: 'Ask first.' } };
  },
  'post /api/lessons/{id}/copies': async () => {
    const { id } = await recorded();
    await ilse!
      .post('/api/library/changes')
      .send({ ids: [id], addTags: ['tides'] })
      .expect(204);
    const before = await lessonsOf('ilse');
    const inTheEnd = async () => expect(await lessonsOf('ilse')).toBe(before + 1);
    return { path: `/api/lessons/${id}/copies`, inTheEnd };
  },
  'post /api/library/changes': async () => ({
    path: '/api/library/changes',
    body: { ids: [(await bare()).id, (await bare()).id], archived: true, addTags: ['tides'] },
  }),
  'post /api/lessons/{id}/split': async () => {
    const { id, revision } = await recorded();
    return { path: `/api/lessons/${id}/split`, body: { revision, at: 5e5, title: 'The second half' }, again: 409 };
  },
  'post /api/lessons/{id}/join': async () => {
    const [{ id, revision }, other] = [await recorded(), await recorded()];
    return { path: `/api/lessons/${id}/join`, body: { revision, at: 5e5, from: other.id }, again: 409 };
  },
  'post /api/lessons/{id}/sounds': async () => ({
    path: `/api/lessons/${(await bare()).id}/sounds`,
    how: attach(sound.ogg, 'tune.ogg'),
  }),
  'post /api/lessons/{id}/imports': async () => ({
    path: `/api/lessons/${(await bare()).id}/imports`,
    how: attach(pdf, 'plan.pdf'),
  }),
  'post /api/lessons/{id}/pages/copies': async () => ({
    path: `/api/lessons/${(await bare()).id}/pages/copies`,
    body: { from: (await bare()).id, atFront: true },
  }),
  'post /api/lessons/{id}/pages/{page}/duplicate': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/pages/${page}/duplicate` };
  },
  'put /api/lessons/{id}/pages/{page}/backdrop': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/pages/${page}/backdrop`, body: { backdrop: board } };
  },
  'put /api/lessons/{id}/pages/{page}/things': async () => {
    const { id, page } = await bare();
    return { path: `/api/lessons/${id}/pages/${page}/things`, body: { things: [] } };
  },
  'put /api/lessons/{id}/pages/{page}/picture': async () => {
    const { id } = await bare();
    const { body } = await ilse!.post(`/api/lessons/${id}/uploads`).attach('files', pdf, 'plan.pdf').expect(201);
    const [{ id: upload }] = body as [{ id: string }];
    await ilse!
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload, pages: [1] }] })
      .expect(201);
    const page = await until(async () => {
      const { pages } = (await ilse!.get(`/api/lessons/${id}`)).body as { pages: { id: string; kind: string }[] };
      return pages.find((one) => one.kind === 'slide')?.id;
    });
    return { path: `/api/lessons/${id}/pages/${page}/picture`, body: { upload, number: 1 } };
  },
  'post /api/lessons/{id}/uploads': async () => ({
    path: `/api/lessons/${(await bare()).id}/uploads`,
    how: attach(await pptxOf([null]), 'slides.pptx'),
  }),
  'post /api/lessons/{id}/picked-pages': async () => {
    const { id } = await bare();
    const { body } = await ilse!.post(`/api/lessons/${id}/uploads`).attach('files', pdf, 'plan.pdf').expect(201);
    const [{ id: upload }] = body as [{ id: string }];
    return { path: `/api/lessons/${id}/picked-pages`, body: { picked: [{ upload, pages: [1] }] } };
  },
  'post /api/lessons/{id}/cut-outs': async () => {
    const { id } = await bare();
    const { body } = await ilse!.post(`/api/lessons/${id}/uploads`).attach('files', pdf, 'plan.pdf').expect(201);
    const [{ id: upload }] = body as [{ id: string }];
    return { path: `/api/lessons/${id}/cut-outs`, body: { upload, number: 1, x: 0, y: 0, width: 0.5, height: 0.5 } };
  },
  'post /api/lessons/{id}/assets': async () => ({
    path: `/api/lessons/${(await bare()).id}/assets`,
    how: attach(await pictureOf(40, 30), 'picture.png'),
  }),
  'put /api/lessons/{id}/captions': async () => {
    const { id } = await recorded();
    const { body } = await ilse!.get(`/api/lessons/${id}`).expect(200);
    const [{ takeId }] = (body as { edits: { segments: [{ takeId: string }] } }).edits.segments;
    const line = { takeId, start: 0, end: 900_000, text: 'Good morning.', was: null };
    return { path: `/api/lessons/${id}/captions`, body: { lines: [line] } };
  },
  'post /api/lessons/{id}/editions': async () => {
    const { id } = await recorded();
    return { path: `/api/lessons/${id}/editions`, inTheEnd: editionsOf(id, 1) };
  },
  'put /api/editions/{id}/withdrawn': async () => ({
    path: `/api/editions/${(await givenLesson()).edition}/withdrawn`,
    body: { withdrawn: false },
  }),
  'post /api/forgotten': () => Promise.resolve({ path: '/api/forgotten', body: { name: randomUUID() } }),
  'put /api/forgotten/password': async () => {
    const { person, key } = await forgotten();
    const body = { person, key, next: 'four gulls on a mast' };
    return { path: '/api/forgotten/password', body, again: 410, isCounted: true };
  },
  'put /api/own-name': () => Promise.resolve({ path: '/api/own-name', body: { name: 'Ilse M.' } }),
  'put /api/own-mail': () => Promise.resolve({ path: '/api/own-mail', body: { ofSignIns: false } }),
  'post /api/school/mail/tries': 'writes no row',
  'post /api/school/mail/again': async () => {
    catcher.fault = 'refuses';
    const { id } = await postedLetter();
    const jobs = test.app.get(JobsService, { strict: false });
    await until(async () => (await jobs.one(id)).state === 'failed');
    catcher.fault = null;
    return { path: '/api/school/mail/again', by: keeper! };
  },
  'post /api/beginning': 'writes no row',
  'put /api/terms': () =>
    Promise.resolve({
      path: '/api/terms',
      by: keeper!,
      body: { terms: [{ id: null, name: 'Autumn', from: '2026-09-01', to: '2026-12-18' }], removed: [] },
    }),
  'put /api/school': () =>
    Promise.resolve({
      path: '/api/school',
      by: keeper!,
      body: {
        name: 'Skerry Quay',
        timeZone: 'Europe/Berlin',
        days: [1, 2],
        holidays: [],
        auditDays: 90,
        mailDomains: [],
        frameHosts: [],
      },
    }),
  'post /api/rosters': () =>
    Promise.resolve({ path: '/api/rosters', by: keeper!, how: attach(Buffer.from('Name\nNoor'), 'people.csv') }),
  'delete /api/rosters/{id}': async () => ({
    path: `/api/rosters/${(await rosterOf(keeper!)).id}`,
    by: keeper!,
    again: 404,
  }),
  'put /api/rosters/{id}/reading': async () => {
    const { id, reading } = await rosterOf(keeper!);
    return { path: `/api/rosters/${id}/reading`, by: keeper!, body: reading ?? {} };
  },
  'post /api/rosters/{id}/apply': async () => {
    const { id, plan } = await plannedRoster(keeper!, randomUUID());
    return { path: `/api/rosters/${id}/apply`, by: keeper!, body: decided(plan?.digest) };
  },
  'post /api/rosters/{id}/take-back': async () => ({
    path: `/api/rosters/${(await appliedRoster(keeper!, randomUUID())).id}/take-back`,
    by: keeper!,
  }),
  'delete /api/people/{id}/sessions': async () => ({
    path: `/api/people/${await newcomer()}/sessions`,
    by: keeper!,
  }),
  'post /api/people': () => {
    const signInName = randomUUID();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM person WHERE signInName IN (?)', [signInName])).toBe(1);
    const people = [{ name: 'One', signInName }, { name: 'Another' }];
    return Promise.resolve({ path: '/api/people', by: keeper!, body: { role: 'learner', people }, inTheEnd });
  },
  'patch /api/people/{id}': async () => ({
    path: `/api/people/${await newcomer()}`,
    by: keeper!,
    body: { name: 'Renamed', signInName: randomUUID() },
  }),
  'put /api/people/{id}/left': async () => ({
    path: `/api/people/${await newcomer()}/left`,
    by: keeper!,
    body: { left: true },
  }),
  'post /api/people/{id}/first-password': async () => ({
    path: `/api/people/${await newcomer()}/first-password`,
    by: keeper!,
  }),
  'post /api/classes': () => Promise.resolve({ path: '/api/classes', body: { name: '10c', course: 'Tides' } }),
  'patch /api/classes/{id}': async () => ({
    path: `/api/classes/${await made('classes', NEW_CLASS)}`,
    body: { name: '10d', course: '' },
  }),
  'delete /api/classes/{id}': async () => ({
    path: `/api/classes/${await made('classes', NEW_CLASS)}`,
    again: 404,
  }),
  'post /api/classes/{id}/learners': async () => {
    const id = await made('classes', NEW_CLASS);
    const inTheEnd = async () =>
      expect(await count("SELECT COUNT(*) AS n FROM membership WHERE part = 'learner' AND classId = ?", [id])).toBe(3);
    const learners = [{ name: 'One' }, { name: 'One' }, { name: 'Tam', signInName: 'tam' }];
    return { path: `/api/classes/${id}/learners`, by: keeper!, body: { learners }, inTheEnd };
  },
  'post /api/classes/{id}/teachers': async () => ({
    path: `/api/classes/${await made('classes', NEW_CLASS)}/teachers`,
    body: { signInName: 'bo' },
  }),
  'delete /api/classes/{id}/members/{person}': async () => {
    const id = await made('classes', NEW_CLASS);
    await ilse!.post(`/api/classes/${id}/teachers`).send({ signInName: 'bo' }).expect(201);
    return { path: `/api/classes/${id}/members/${ids['bo']}`, again: 404 };
  },
  'post /api/classes/{id}/groups': () =>
    Promise.resolve({ path: `/api/classes/${ids['10a']}/groups`, body: { name: 'Port watch', members: [ids['tam']] } }),
  'put /api/classes/{id}/groups/{group}': async () => ({
    path: `/api/classes/${ids['10a']}/groups/${await madeGroup()}`,
    body: { name: 'Starboard watch', members: [ids['wren']] },
  }),
  'delete /api/classes/{id}/groups/{group}': async () => ({
    path: `/api/classes/${ids['10a']}/groups/${await madeGroup()}`,
    again: 404,
  }),
  'put /api/classes/{id}/join-code': async () => ({
    path: `/api/classes/${await made('classes', NEW_CLASS)}/join-code`,
  }),
  'delete /api/classes/{id}/join-code': async () => {
    const id = await made('classes', NEW_CLASS);
    await ilse!.put(`/api/classes/${id}/join-code`).expect(200);
    return { path: `/api/classes/${id}/join-code` };
  },
  'post /api/joining': async () => {
    const { id, code } = await classWithCode();
    await database.query('DELETE FROM class_asking');
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM class_asking WHERE classId = ?', [id])).toBe(1);
    return { path: '/api/joining', by: await test.signedIn(await somebodyElse()), body: { code }, inTheEnd };
  },
  'put /api/classes/{id}/asking/{person}': async () => {
    const { id, code } = await classWithCode();
    await (await test.signedIn(await somebodyElse())).post('/api/joining').send({ code }).expect(204);
    const [{ personId }] = (await database.query('SELECT personId FROM class_asking WHERE classId = ?', [id])) as [
      { personId: string },
    ];
    return { path: `/api/classes/${id}/asking/${personId}`, body: { letIn: true }, again: 404 };
  },
  'put /api/people/{id}/needs': () =>
    Promise.resolve({
      // Of nobody whose work is handed back here: what is spoken on it would wait for captions from then on.
      path: `/api/people/${ids['wren']}/needs`,
      body: { captions: true, largerText: true, extraTime: 0.25 },
    }),
  'put /api/look': () => Promise.resolve({ path: '/api/look', body: { textSize: 'large', lessMotion: true } }),
  'put /api/classes/{id}/members/{person}': async () => {
    const id = await made('classes', NEW_CLASS);
    await ilse!.post(`/api/classes/${id}/teachers`).send({ signInName: 'bo' }).expect(201);
    const { body } = await ilse!.delete(`/api/classes/${id}/members/${ids['bo']}`).expect(200);
    return { path: `/api/classes/${id}/members/${ids['bo']}`, body: body as object };
  },
  'post /api/courses': () => Promise.resolve({ path: '/api/courses', body: { name: 'Tides' } }),
  'patch /api/courses/{id}': async () => ({ path: `/api/courses/${await made('courses')}`, body: { name: 'Stars' } }),
  'delete /api/courses/{id}': async () => {
    const course = await made('courses');
    const unit = await made(`courses/${course}/units`);
    await made('lessons', { kind: 'slides', title: 'Tides', unitId: unit });
    return { path: `/api/courses/${course}`, again: 404 };
  },
  'post /api/courses/{id}/teachers': async () => ({
    path: `/api/courses/${await made('courses')}/teachers`,
    body: { id: ids['bo'] },
  }),
  'delete /api/courses/{id}/teachers/{person}': async () => {
    const course = await made('courses');
    await ilse!.post(`/api/courses/${course}/teachers`).send({ id: ids['bo'] }).expect(204);
    return { path: `/api/courses/${course}/teachers/${ids['bo']}`, again: 404 };
  },
  'post /api/courses/{id}/units': async () => ({
    path: `/api/courses/${await made('courses')}/units`,
    body: { name: 'Springs' },
  }),
  'patch /api/units/{id}': async () => ({
    path: `/api/units/${await made(`courses/${await made('courses')}/units`)}`,
    body: { name: 'Neaps' },
  }),
  'delete /api/units/{id}': async () => ({
    path: `/api/units/${await made(`courses/${await made('courses')}/units`)}`,
    again: 404,
  }),
  'put /api/preferences': () => Promise.resolve({ path: '/api/preferences', body: { naming: '{course} {unit}' } }),
  'put /api/takes/{id}': async () => ({
    path: `/api/takes/${randomUUID()}`,
    body: { lessonId: (await bare()).id, windowKey: 'test-window' },
  }),
  'put /api/takes/{id}/parts/{track}/{number}': async () => {
    const take = await openTake();
    const { bytes, digest } = sound.parts[0]!;
    return {
      path: `/api/takes/${take}/parts/voice/0`,
      how: (request) => request.query({ digest }).set('Content-Type', 'application/octet-stream').send(bytes),
    };
  },
  'post /api/takes/{id}/finish': async () => ({
    path: `/api/takes/${await sentTake()}/finish`,
    body: { voiceParts: sound.parts.length, logParts: 1, frames: sound.frames },
  }),
  'post /api/takes/{id}/finish-as-sent': async () => ({ path: `/api/takes/${await sentTake()}/finish-as-sent` }),
  'post /api/takes/{id}/discard': async () => ({ path: `/api/takes/${await openTake()}/discard` }),
  'post /api/assignments': async () => ({
    path: '/api/assignments',
    body: toClass((await givenLesson()).lesson, ids['10a']!),
  }),
  'put /api/assignments/{id}': async () => {
    const { lesson } = await givenLesson();
    const whom = { ...WHOLE_CLASS, all: false, learners: [ids['tam']!] };
    return { path: `/api/assignments/${await assigned()}`, body: { ...askedWith([lesson]), whom } };
  },
  'post /api/assignments/{id}/guardian-links': async () => {
    const { assignment, lessonId } = await guardianLink();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM guardian_link WHERE assignmentId = ?', [assignment])).toBe(2);
    const body = { learnerId: ids['tam'], lessonId, days: 14 };
    return { path: `/api/assignments/${assignment}/guardian-links`, body, inTheEnd };
  },
  'delete /api/assignments/{id}/guardian-links/{link}': async () => {
    const { assignment, id } = await guardianLink();
    return { path: `/api/assignments/${assignment}/guardian-links/${id}` };
  },
  'post /api/guardian/{link}/{signature}': async () => ({
    path: (await guardianLink()).path.replace('/guardian/', '/api/guardian/'),
  }),
  'put /api/assignments/{id}/place': async () => ({
    path: `/api/assignments/${await assigned()}/place`,
    body: { unitId: (await classUnit()).id, day: '2026-03-05', before: null },
  }),
  'post /api/classes/{id}/units': () =>
    Promise.resolve({
      path: `/api/classes/${ids['10a']}/units`,
      body: { name: `Unit ${randomUUID()}`, at: 0 },
      again: 409,
    }),
  'put /api/classes/{id}/units': async () => ({
    path: `/api/classes/${ids['10a']}/units`,
    body: { ids: [(await classUnit()).id] },
  }),
  'patch /api/classes/{id}/units/{unit}': async () => ({
    path: `/api/classes/${ids['10a']}/units/${(await classUnit()).id}`,
    body: { name: `Neaps ${randomUUID()}` },
  }),
  'delete /api/classes/{id}/units/{unit}': async () => ({
    path: `/api/classes/${ids['10a']}/units/${(await classUnit()).id}`,
    again: 404,
  }),
  'put /api/classes/{id}/days/{day}': async () => ({
    path: `/api/classes/${ids['10a']}/days/2026-03-05`,
    body: { unitId: (await classUnit()).id, topic: `Tides ${randomUUID()}` },
  }),
  'post /api/classes/{id}/words': async () => ({
    path: `/api/classes/${ids['10a']}/words`,
    body: { lessonId: await wordToBe() },
  }),
  'delete /api/classes/{id}/words/{word}': async () => ({
    path: `/api/classes/${ids['10a']}/words/${(await quickWord()).id}`,
    again: 404,
  }),
  'post /api/classes/{id}/copies': async () => {
    const { id, ids: all } = await classToCopy();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM assignment WHERE classId = ?', [id])).toBe(all.length);
    return { path: `/api/classes/${id}/copies`, body: { from: ids['10a'], since: DAY, onto: DAY, ids: all }, inTheEnd };
  },
  'delete /api/classes/{id}/copies/{copy}': async () => {
    const { id, ids: all } = await classToCopy();
    const body = { from: ids['10a'], since: DAY, onto: DAY, ids: all };
    const { body: made } = await ilse!.post(`/api/classes/${id}/copies`).send(body).expect(201);
    return { path: `/api/classes/${id}/copies/${(made as { id: string }).id}`, again: 404 };
  },
  'put /api/assignment-templates': async () => ({ path: '/api/assignment-templates', body: template() }),
  'delete /api/assignment-templates/{id}': async () => {
    const { body } = await ilse!.put('/api/assignment-templates').send(template()).expect(200);
    return { path: `/api/assignment-templates/${(body as { id: string }).id}`, again: 404 };
  },
  'delete /api/assignments/{id}': async () => ({ path: `/api/assignments/${await assigned()}`, again: 404 }),
  'put /api/watching/visits/{id}': async () => ({
    path: `/api/watching/visits/${randomUUID()}`,
    by: tam!,
    body: { editionId: await watchable() },
  }),
  'post /api/watching/visits/{id}/reports': async () => {
    const { id } = await visit(tam!, await watchable());
    // One after another within a moment: without an hour behind them they would claim more than passed.
    await database.query('UPDATE visit SET startedAt = startedAt - INTERVAL 1 HOUR WHERE id = ?', [id]);
    const body = { number: 0, plays: [{ start: 0, end: 9e5, speed: 1 }], position: 9e5 };
    const inTheEnd = async () => expect(await count('SELECT COUNT(*) AS n FROM play WHERE visitId = ?', [id])).toBe(1);
    return { path: `/api/watching/visits/${id}/reports`, by: tam!, body, inTheEnd };
  },
  'put /api/assignments/{id}/hand-in/files': async () => ({
    path: `/api/assignments/${await assigned()}/hand-in/files`,
    by: tam!,
    how: attach(pdf, 'plan.pdf'),
  }),
  'put /api/assignments/{id}/hand-in/text': async () => {
    const { assignment, submission } = await handedIn();
    // It replaces an earlier one: the lesson of that goes, and another one comes.
    const inTheEnd = async () =>
      expect(await count('SELECT times AS n FROM submission WHERE id = ?', [submission])).toBe(2);
    return { path: `/api/assignments/${assignment}/hand-in/text`, by: tam!, body: { text: 'Better' }, inTheEnd };
  },
  'put /api/assignments/{id}/answer': async () => ({
    path: `/api/assignments/${await assigned({ answerLimitMs: 60_000 })}/answer`,
    by: tam!,
  }),
  'put /api/assignments/{id}/hand-in/spoken': async () => {
    const assignment = await assigned({ answerLimitMs: 60_000 });
    const { body } = await tam!.put(`/api/assignments/${assignment}/answer`).expect(200);
    const { lessonId } = body as { lessonId: string };
    await test.app.get(TakesService, { strict: false }).addFinished({
      ...{ lessonId, byId: ids['tam']!, voice: sound.ogg, log: logText([]), frames: sound.frames },
    });
    return { path: `/api/assignments/${assignment}/hand-in/spoken`, by: tam!, inTheEnd: editionsOf(lessonId, 1) };
  },
  'put /api/assignments/{id}/answer/code': async () => ({
    path: `/api/assignments/${await assigned(FOR_TWO)}/answer/code`,
    by: tam!,
  }),
  'put /api/assignments/{id}/answer/with': async () => {
    const { assignment, code } = await openedToOne();
    const by = await test.signedIn(await somebodyElse('10a'));
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(partnerId) AS n FROM answer_pair WHERE assignmentId = ?', [assignment])).toBe(1);
    // The code is used up, but whoever came in by it is in.
    return { path: `/api/assignments/${assignment}/answer/with`, by, body: { code }, again: 404, inTheEnd };
  },
  'delete /api/assignments/{id}/answer/with': async () => {
    const { assignment, code } = await openedToOne();
    const by = await test.signedIn(await somebodyElse('10a'));
    await by.put(`/api/assignments/${assignment}/answer/with`).send({ code }).expect(200);
    return { path: `/api/assignments/${assignment}/answer/with`, by };
  },
  'put /api/marking/hand-ins/{id}/removal': async () => ({
    path: `/api/marking/hand-ins/${(await handedIn()).submission}/removal`,
    body: { reason: 'This is the plan of last week.', times: 1 },
  }),
  'delete /api/marking/hand-ins/{id}/removal': async () => {
    const path = `/api/marking/hand-ins/${(await handedIn()).submission}/removal`;
    await ilse!.put(path).send({ reason: 'The wrong plan', times: 1 }).expect(204);
    return { path };
  },
  'put /api/assignments/{id}/hand-in/agreed': async () => {
    const { assignment, submission } = await handedIn({ answersSeen: 'class' });
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM submission WHERE id = ? AND agreedWhole', [submission])).toBe(1);
    const body = { name: false, voice: true, hand: true };
    return { path: `/api/assignments/${assignment}/hand-in/agreed`, by: tam!, body, inTheEnd };
  },
  'put /api/marking/hand-ins/{id}/approval': async () => ({
    path: `/api/marking/hand-ins/${(await handedIn({ answersSeen: 'class' })).submission}/approval`,
    body: { named: false, times: 1 },
  }),
  'delete /api/marking/hand-ins/{id}/approval': async () => {
    const { submission } = await handedIn({ answersSeen: 'class' });
    const path = `/api/marking/hand-ins/${submission}/approval`;
    await ilse!.put(path).send({ named: false, times: 1 }).expect(204);
    return { path };
  },
  'post /api/answers/{id}/replies': async () => {
    const submission = await shownToClass();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM class_reply WHERE submissionId = ?', [submission])).toBe(1);
    return { path: `/api/answers/${submission}/replies`, by: tam!, body: { text: 'Why south?' }, inTheEnd };
  },
  'delete /api/answers/{id}/replies/{reply}': async () => {
    const { submission, reply } = await repliedTo();
    return { path: `/api/answers/${submission}/replies/${reply}`, by: tam!, again: 404 };
  },
  'put /api/marking/hand-ins/{id}/replies/{reply}': async () => {
    const { submission, reply } = await repliedTo();
    return { path: `/api/marking/hand-ins/${submission}/replies/${reply}`, body: { shown: true } };
  },
  'post /api/assignments/{id}/lessons/{lesson}/questions': async () => {
    const { assignment, lesson, moment } = await asked();
    const path = `/api/assignments/${assignment}/lessons/${lesson}/questions${moment}`;
    return { path, by: tam!, body: { text: 'Why?' }, inTheEnd: questionsOf(assignment, 2) };
  },
  'post /api/assignments/{id}/lessons/{lesson}/questions/spoken': async () => {
    const { assignment, lesson, moment } = await asked();
    const path = `/api/assignments/${assignment}/lessons/${lesson}/questions/spoken${moment}`;
    return { path, by: tam!, how: attach(sound.ogg, 'why.ogg'), inTheEnd: questionsOf(assignment, 2) };
  },
  'put /api/assignments/{id}/lessons/{lesson}/signs': async () => {
    const { assignment, lesson, moment } = await asked();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM sign WHERE assignmentId = ?', [assignment])).toBe(1);
    const path = `/api/assignments/${assignment}/lessons/${lesson}/signs${moment}`;
    return { path, by: tam!, body: { kind: 'again', on: true }, inTheEnd };
  },
  'delete /api/assignments/{id}/questions/{question}': async () => {
    const { assignment, question } = await asked();
    const path = `/api/assignments/${assignment}/questions/${question}`;
    return { path, by: tam!, again: 404, inTheEnd: questionsOf(assignment, 0) };
  },
  'put /api/assignments/{id}/questions/{question}/answer': async () => {
    const { assignment, question } = await asked();
    const path = `/api/assignments/${assignment}/questions/${question}/answer`;
    const inTheEnd = questionsOf(assignment, 1, "AND answer = 'So'");
    return { path, body: { text: 'So', forClass: true }, inTheEnd };
  },
  'put /api/assignments/{id}/questions/{question}/answer/spoken': async () => {
    const { assignment, question } = await asked();
    const path = `/api/assignments/${assignment}/questions/${question}/answer/spoken?to=asker`;
    const inTheEnd = questionsOf(assignment, 1, 'AND answerVoice IS NOT NULL');
    return { path, how: attach(sound.ogg, 'so.ogg'), inTheEnd };
  },
  'delete /api/assignments/{id}/questions/{question}/answer': async () => {
    const { assignment, question } = await asked();
    const path = `/api/assignments/${assignment}/questions/${question}/answer`;
    await ilse!.put(path).send({ text: 'So', forClass: true }).expect(204);
    return { path, inTheEnd: questionsOf(assignment, 1, 'AND answeredAt IS NULL') };
  },
  'put /api/assignments/{id}/asking': async () => {
    const { assignment } = await asked();
    const inTheEnd = async () =>
      expect(await count('SELECT asking AS n FROM assignment WHERE id = ?', [assignment])).toBe(0);
    return { path: `/api/assignments/${assignment}/asking`, body: { asking: false }, inTheEnd };
  },
  'post /api/assignments/{id}/reminders': async () => {
    const assignment = await assigned();
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM reminder WHERE assignmentId = ?', [assignment])).toBe(1);
    const body = { learnerIds: [ids['tam']], text: 'Watch it, please.' };
    return { path: `/api/assignments/${assignment}/reminders`, body, inTheEnd };
  },
  'post /api/comment-lines': async () => ({ path: '/api/comment-lines', body: { text: randomUUID() } }),
  'post /api/comment-lines/{id}/uses': async () => {
    const id = await made('comment-lines', { text: randomUUID() });
    const inTheEnd = async () => expect(await count('SELECT uses AS n FROM comment_line WHERE id = ?', [id])).toBe(1);
    return { path: `/api/comment-lines/${id}/uses`, inTheEnd };
  },
  'delete /api/comment-lines/{id}': async () => ({
    path: `/api/comment-lines/${await made('comment-lines', { text: randomUUID() })}`,
    again: 404,
  }),
  'post /api/rubrics': async () => ({ path: '/api/rubrics', body: rubricOf('Plans') }),
  'put /api/rubrics/{id}': async () => {
    const body = rubricOf('Plans', { criteria: rubricOf('').criteria.slice(1), number: 1 });
    return { path: `/api/rubrics/${await made('rubrics', rubricOf('Plans'))}`, body };
  },
  'put /api/rubrics/{id}/archived': async () => ({
    path: `/api/rubrics/${await made('rubrics', rubricOf('Plans'))}/archived`,
    body: { archived: true },
  }),
  'put /api/assignments/{id}/excused/{learner}': async () => ({
    path: `/api/assignments/${await assigned()}/excused/${ids['tam']}`,
    body: { excused: true },
  }),
  'post /api/classes/{id}/gradebook/table/plan': 'writes no row',
  'put /api/classes/{id}/gradebook/table': async () => {
    const id = await made('classes', NEW_CLASS);
    await test.app.get(ClassesService, { strict: false }).join(id, ids['tam']!, 'learner');
    const assignment = await assign(ilse!, (await givenLesson()).lesson, id, { points: 5 });
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
    const { body } = await ilse!.get(`/api/classes/${id}/gradebook`).expect(200);
    const [{ title }] = (body as { works: [{ title: string }] }).works;
    const inTheEnd = async () =>
      expect(
        await count(
          'SELECT COUNT(*) AS n FROM mark m JOIN submission s ON s.id = m.submissionId WHERE s.assignmentId = ? AND m.points = 4',
          [assignment],
        ),
      ).toBe(1);
    return { path: `/api/classes/${id}/gradebook/table`, body: { csv: `name,${title}\ntam,4\n` }, inTheEnd };
  },
  'put /api/classes/{id}/grading': async () => ({
    path: `/api/classes/${await made('classes', NEW_CLASS)}/grading`,
    body: { missingCounts: true, latePerDay: 10, lateMost: 50, sumShown: true },
  }),
  'put /api/marking/{id}/second': async () => ({ path: `/api/marking/${(await handedIn()).assignment}/second` }),
  'delete /api/marking/{id}/second': async () => {
    const { assignment, submission } = await handedIn();
    const path = `/api/marking/${assignment}/second`;
    await ilse!.put(path).expect(204);
    await ilse!
      .put(`/api/marking/hand-ins/${submission}/second`)
      .send({ ...MARKS, done: false })
      .expect(200);
    const inTheEnd = async () =>
      expect(await count('SELECT COUNT(*) AS n FROM second_mark WHERE submissionId = ?', [submission])).toBe(0);
    return { path, inTheEnd };
  },
  'put /api/marking/hand-ins/{id}/second': async () => {
    const { assignment, submission } = await handedIn();
    await ilse!.put(`/api/marking/${assignment}/second`).expect(204);
    return { path: `/api/marking/hand-ins/${submission}/second`, body: { ...MARKS, done: true } };
  },
  'put /api/assignments/{id}/rubric': async () => ({
    path: `/api/assignments/${await assigned()}/rubric`,
    body: { rubricId: await made('rubrics', rubricOf('Plans')) },
  }),
  'put /api/marking/hand-ins/{id}/ready': async () => ({
    path: `/api/marking/hand-ins/${(await handedIn()).submission}/ready`,
    body: { ...MARKS, ready: true },
  }),
  'put /api/marking/hand-ins/{id}/ink': async () => {
    const { submission } = await handedIn();
    return { path: `/api/marking/hand-ins/${submission}/ink`, body: { log: '', times: 1, revision: 0 } };
  },
  'post /api/assignments/{id}/feedback/opened': async () => {
    const { assignment, submission } = await handedBack();
    const inTheEnd = async () =>
      expect(
        await count('SELECT COUNT(*) AS n FROM mark WHERE submissionId = ? AND openedAt IS NOT NULL', [submission]),
      ).toBe(1);
    return { path: `/api/assignments/${assignment}/feedback/opened`, by: tam!, inTheEnd };
  },
  'post /api/assignments/{id}/feedback/words': async () => {
    const { assignment, submission } = await handedBack();
    const path = `/api/assignments/${assignment}/feedback/words?again=yes`;
    return { path, by: tam!, body: { text: 'Why?' }, inTheEnd: wordsOf(submission, 1) };
  },
  'post /api/assignments/{id}/feedback/words/spoken': async () => {
    const { assignment, submission } = await handedBack();
    const path = `/api/assignments/${assignment}/feedback/words/spoken`;
    return { path, by: tam!, how: attach(sound.ogg, 'why.ogg'), inTheEnd: wordsOf(submission, 1) };
  },
  'post /api/marking/hand-ins/{id}/pages/{page}/turn': async () => {
    const { submission, feedback } = await handedIn();
    const [page] = await until(async () => {
      const { body } = await ilse!.get(`/api/lessons/${feedback}`).expect(200);
      const { pages } = body as { pages: { id: string; picture: string }[] };
      return pages.length > 0 && pages;
    });
    const { id, picture } = page!;
    return { path: `/api/marking/hand-ins/${submission}/pages/${id}/turn`, body: { picture } };
  },
  'post /api/marking/hand-ins/{id}/words': async () => {
    const { submission } = await handedBack();
    const path = `/api/marking/hand-ins/${submission}/words`;
    return { path, body: { text: 'So.' }, inTheEnd: wordsOf(submission, 1) };
  },
  'post /api/marking/hand-ins/{id}/words/spoken': async () => {
    const { submission } = await handedBack();
    const path = `/api/marking/hand-ins/${submission}/words/spoken`;
    return { path, how: attach(sound.ogg, 'so.ogg'), inTheEnd: wordsOf(submission, 1) };
  },
  'put /api/marking/{id}/back': async () => {
    const { assignment, submission } = await readyOne();
    const isBack = () =>
      count("SELECT COUNT(*) AS n FROM submission WHERE id = ? AND state = 'handed-back'", [submission]);
    const inTheEnd = async () => void (await until(async () => ((await isBack()) === 1 ? true : null)));
    return { path: `/api/marking/${assignment}/back`, body: { at: null }, inTheEnd };
  },
  'delete /api/marking/{id}/back': async () => {
    const { assignment } = await readyOne();
    const path = `/api/marking/${assignment}/back`;
    const at = new Date(Date.now() + 86_400_000).toISOString();
    await ilse!.put(path).send({ at }).expect(200);
    return { path };
  },
  'delete /api/marking/hand-ins/{id}/hand-back': async () => {
    const path = `/api/marking/hand-ins/${(await handedIn()).submission}/hand-back`;
    await ilse!.post(path).send(MARKS).expect(204);
    return { path, again: 409 };
  },
  'put /api/marking/hand-ins/{id}': async () => ({
    path: `/api/marking/hand-ins/${(await handedIn()).submission}`,
    body: { points: 4, comment: 'Good', times: 1, revision: 0 },
  }),
  'put /api/marking/hand-ins/{id}/correction': async () => {
    const { submission } = await handedIn();
    const marks = { points: 4, comment: 'Good', times: 1, revision: 0 };
    await ilse!.post(`/api/marking/hand-ins/${submission}/hand-back`).send(marks).expect(204);
    return { path: `/api/marking/hand-ins/${submission}/correction`, body: { ...marks, points: 5, revision: 1 } };
  },
  'post /api/marking/hand-ins/{id}/hand-back': async () => {
    const { submission, feedback } = await handedIn();
    await test.app.get(TakesService, { strict: false }).addFinished({
      ...{ lessonId: feedback, byId: ids['ilse']!, voice: sound.ogg, log: logText([]), frames: sound.frames },
    });
    const body = { points: 4, comment: 'Good', times: 1, revision: 0 };
    return { path: `/api/marking/hand-ins/${submission}/hand-back`, body, inTheEnd: editionsOf(feedback, 1) };
  },
};
/** What a job does, where it is more than what the route that waits for it does. */
const JOBS = [
  'close-take',
  'make-edition',
  'import-pages',
  'cut-out',
  'place-pictures',
  'sheet-pictures',
  'bring-sound',
  'make-voice',
  'read-roster',
  'apply-roster',
  'take-back-roster',
  'mail',
  'lesson-turns',
  'word-over',
  'news-round',
  'tell-records',
  'hand-back',
];
/** What these worked on is gone when they fail: whoever waited for them begins another, as the next try does. */
const BEGUN_ANEW = new Set(['cut-out', 'place-pictures', 'sheet-pictures', 'bring-sound', 'make-voice']);

/** What the tries before have begun is called off: what jobs do is looked at by itself. */
async function callOff(): Promise<void> {
  const jobs = test.app.get(JobsService, { strict: false });
  const waiting = await database.query("SELECT id FROM job WHERE state IN ('waiting', 'running')");
  for (const { id } of waiting as { id: string }[]) await jobs.cancel(id);
}

/**
 * Makes the n-th statement of some work fail, once; says whether there was one. Of reads in a row only the first counts:
 * where any other of them breaks, as much was written before it.
 */
function breakAt(isWork: (name: string) => boolean, n: number) {
  let seen = 0;
  let wasRead = false;
  database.onStatement = (sql, work) => {
    if (work === undefined || !isWork(work)) return;
    const isRead = /^\s*SELECT/i.test(sql);
    const counts = !isRead || !wasRead;
    wasRead = isRead;
    if (!counts || (seen += 1) !== n) return;
    throw new Error(`broken on purpose at statement ${n}: ${sql.slice(0, 60)}`);
  };
  return {
    end: () => {
      database.onStatement = null;
      return seen >= n;
    },
  };
}

function send(route: string, { path, body, by, how }: Sending, key: string): Promise<Response> {
  const method = route.split(' ')[0] as Method;
  const request = (by ?? ilse!)[method](path).set('Idempotency-Key', key);
  if (how) return how(request as never) as Promise<Response>;
  return (body ? request.send(body) : request) as unknown as Promise<Response>;
}

const routesThatWrite = (): readonly string[] => {
  const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
  return Object.entries(paths)
    .flatMap(([path, item]) => Object.keys(item).map((method) => `${method} ${path}`))
    .filter((route) => !route.startsWith('get '));
};

/** In so many files the routes are looked at, beside each other: all of them in one would take longest of all tests. */
const SHARES = 2;

/** Looks at one share of the routes, or at the jobs. */
export function brokenActs(share: 0 | 1 | 'jobs'): void {
  beforeEach(async () => {
    [ilse, tam, keeper] = await inNewSessions();
  });
  beforeAll(async () => {
    catcher = await startSchoolMail();
    store = await startSchoolRecords();
    test = await startTestApp();
    ids = await addSchool(test);
    database = test.app.get<ActDataSource>(DataSource);
    const samples = speechLike(1);
    sound = {
      ogg: await encoded(samples, 'ogg', 64),
      parts: await partsOf(samples),
      frames: samples.length,
    };
    pdf = await pdfOf(1);
    const handlers = test.app.get(JobHandlers, { strict: false });
    handlers.register('parked', 'look', async () => {
      const { signal } = jobScope('waiting');
      if (!signal.aborted) await once(signal, 'abort');
      return endsWith();
    });
  });
  afterAll(async () => {
    await test.close();
    await catcher.close();
    await store.close();
  });

  if (share === 'jobs') {
    it('what may not be is found, and named', async () => {
      const { id } = await recorded();
      const turn = (by: number) => database.query('UPDATE lesson SET revision = revision + ? WHERE id = ?', [by, id]);
      await turn(1);
      expect(await faultsIn(database)).toEqual([`a lesson whose log ends elsewhere than it says: ${id}`]);
      await turn(-1);
      expect(await faultsIn(database)).toEqual([]);
    });

    it('what follows an act, broken at each of its statements, is done in the end, and not left lying', async () => {
      const [acts, outbox] = [test.app.get(Acts, { strict: false }), test.app.get(Outbox, { strict: false })];
      const done = new Set<number>();
      outbox.carry('looked-at', ({ n }: { n: number }) => Promise.resolve(void done.add(n)));
      for (let n = 1; ; n += 1) {
        const broken = breakAt((work) => work === FOLLOWS, n);
        await acts.do(() => outbox.add('looked-at', { n }));
        const wasBroken = broken.end();
        expect([n, done.has(n)]).toEqual([n, true]);
        expect([n, await count('SELECT COUNT(*) AS n FROM outbox WHERE kind = ?', ['looked-at'])]).toEqual([n, 0]);
        if (wasBroken) continue;
        // It begins, looks, lets go and keeps: fewer would be another way than the one that is meant here.
        expect(n).toBeGreaterThan(3);
        return;
      }
    });

    describe('jobs', () => {
      it.each(JOBS)(
        '%s, broken at each of its statements, fails whole and succeeds when it is tried again',
        async (kind) => {
          const jobs = test.app.get(JobsService, { strict: false });
          for (let n = 1; ; n += 1) {
            if (n % 12 === 0) [ilse, tam, keeper] = await inNewSessions();
            const begin = await jobOf(kind);
            const broken = breakAt((work) => work === `job ${kind}`, n);
            const id = await begin();
            const ended = await until(async () => {
              const job = await jobs.one(id);
              return ['done', 'failed'].includes(job.state) ? job : null;
            });
            const wasBroken = broken.end();
            expect([n, await faultsIn(database)]).toEqual([n, []]);
            if (ended.state === 'failed' && !BEGUN_ANEW.has(kind)) {
              await jobs.retry(id);
              await until(async () => (await jobs.one(id)).state === 'done');
              expect([n, await faultsIn(database)]).toEqual([n, []]);
            }
            if (wasBroken) continue;
            expect([n, ended.state]).toEqual([n, 'done']);
            return;
          }
        },
      );
    });

    return;
  }
  it('every route that may write stands in this list', () => {
    expect(routesThatWrite().slice().sort()).toEqual(Object.keys(ACTS).sort());
  });

  describe('broken at each of its statements, and sent again', () => {
    const scenarios = Object.entries(ACTS)
      .flatMap(([route, act]) => (act === 'writes no row' ? [] : [[route, act] as const]))
      .filter((_, i) => i % SHARES === share);
    it.each(scenarios)('%s is done once, and nothing was half done', async (route, scenario) => {
      const named = route.replaceAll(/\{(\w+)\}/g, ':$1');
      // What failed left nothing behind: the next break, one statement later, meets the same things under the same key.
      let begun: { readonly sending: Sending; readonly key: string } | null = null;
      for (let n = 1; ; n += 1) {
        // Uploads count for much: another session before it is too much for one.
        if (n % 12 === 0) [ilse, tam, keeper] = await inNewSessions();
        if (!begun || n % 12 === 0) {
          await callOff();
          begun = { sending: await scenario(), key: randomUUID() };
        }
        const { sending, key } = begun;
        const broken = breakAt((work) => work === named, n);
        const first = await send(route, sending, key);
        const wasBroken = broken.end();
        expect([n, await faultsIn(database)]).toEqual([n, []]);
        const wasDone = first.status < 300;
        if (!wasBroken) expect([n, wasDone, wasDone || first.body]).toEqual([n, true, true]);
        if (!wasDone && !sending.isCounted) continue;
        // What was done is not done once more, though whoever asked never heard of it.
        const again = await send(route, sending, key);
        const ok = again.status < 300 || (wasDone && again.status === sending.again);
        expect([n, ok, ok || again.body]).toEqual([n, true, true]);
        await sending.inTheEnd?.();
        expect([n, await faultsIn(database)]).toEqual([n, []]);
        if (!wasBroken) return;
        begun = null;
      }
    });
  });
}

/** Makes what a job works on; then begins it, and gives its name. */
async function jobOf(kind: string): Promise<() => Promise<string>> {
  const newest = async (sql: string, of: string): Promise<string> =>
    until(async () => ((await database.query(sql, [kind, of])) as { id: string }[])[0]?.id);
  const bySubject = (of: string) =>
    newest('SELECT id FROM job WHERE kind = ? AND subjectId = ? ORDER BY createdAt DESC LIMIT 1', of);
  const lesson = async (route: string, how: (request: ReturnType<Agent['post']>) => unknown) => {
    const { id } = await bare();
    return async () => {
      void Promise.resolve(how(ilse!.post(`/api/lessons/${id}/${route}`))).catch(() => undefined);
      return bySubject(id);
    };
  };
  switch (kind) {
    case 'close-take': {
      const take = await sentTake();
      return async () => {
        void ilse!.post(`/api/takes/${take}/finish-as-sent`).then(() => undefined);
        return bySubject(take);
      };
    }
    case 'make-edition': {
      const { id } = await recorded();
      return async () =>
        ((await ilse!.post(`/api/lessons/${id}/editions`).expect(201)).body as { jobId: string }).jobId;
    }
    case 'read-roster': {
      const { id, reading } = await rosterOf(keeper!);
      return async () => {
        await keeper!
          .put(`/api/rosters/${id}/reading`)
          .send(reading ?? {})
          .expect(204);
        return bySubject(id);
      };
    }
    case 'apply-roster': {
      const { id, plan } = await plannedRoster(keeper!, randomUUID());
      return async () => {
        await keeper!.post(`/api/rosters/${id}/apply`).send(decided(plan?.digest)).expect(204);
        return bySubject(id);
      };
    }
    case 'take-back-roster': {
      const { id } = await appliedRoster(keeper!, randomUUID());
      return async () => {
        await keeper!.post(`/api/rosters/${id}/take-back`).expect(204);
        return bySubject(id);
      };
    }
    case 'lesson-turns': {
      const { id } = await recorded();
      const at = Date.now();
      await database.query("UPDATE lesson SET openUntil = ?, openTo = 'assigned' WHERE id = ?", [new Date(at), id]);
      const turn = { kind, ownerId: null, subjectId: id, input: { at } };
      return async () => (await test.app.get(JobsService, { strict: false }).add(turn)).id;
    }
    case 'word-over': {
      const { id } = await quickWord();
      await database.query('UPDATE quick_word SET until = UTC_TIMESTAMP(3) WHERE id = ?', [id]);
      const over = { kind, ownerId: null, subjectId: id, input: {} };
      return async () => (await test.app.get(JobsService, { strict: false }).add(over)).id;
    }
    case 'news-round': {
      // Of all who are here one alone can be written to, and was given something since.
      await database.query("UPDATE person SET mail = IF(id = ?, 'tam@skerry.example', NULL)", [ids['tam']]);
      await database.query('DELETE FROM news_told');
      await tam!.put('/api/own-news/wishes').send(NEWS_WISHES).expect(204);
      await assigned();
      await database.query('UPDATE news_reader SET nextAt = UTC_TIMESTAMP(3)');
      const round = { kind, ownerId: null, subjectId: randomUUID(), input: {} };
      return async () => (await test.app.get(JobsService, { strict: false }).add(round)).id;
    }
    case 'tell-records': {
      const { id: told } = await visit(tam!, await watchable());
      await database.query('UPDATE visit SET startedAt = startedAt - INTERVAL 1 HOUR WHERE id = ?', [told]);
      const body = { number: 0, plays: [{ start: 0, end: 9e5, speed: 1 }], position: 9e5 };
      await tam!.post(`/api/watching/visits/${told}/reports`).send(body).expect(204);
      await database.query('UPDATE visit_telling SET dueAt = IF(visitId = ?, UTC_TIMESTAMP(3), NULL)', [told]);
      const round = { kind, ownerId: null, subjectId: randomUUID(), input: {} };
      return async () => (await test.app.get(JobsService, { strict: false }).add(round)).id;
    }
    case 'hand-back': {
      const { assignment } = await readyOne();
      const at = new Date(Date.now() + 86_400_000).toISOString();
      await ilse!.put(`/api/marking/${assignment}/back`).send({ at }).expect(200);
      await database.query('UPDATE mark SET backAt = UTC_TIMESTAMP(3) WHERE backAt IS NOT NULL');
      const round = { kind, ownerId: null, subjectId: assignment, input: {} };
      return async () => (await test.app.get(JobsService, { strict: false }).add(round)).id;
    }
    case 'mail':
      return async () => (await postedLetter()).id;
    case 'import-pages': {
      const { id } = await bare();
      return async () =>
        (
          (await ilse!.post(`/api/lessons/${id}/imports`).attach('files', pdf, 'plan.pdf').expect(201)).body as {
            id: string;
          }
        ).id;
    }
    case 'cut-out': {
      const { id } = await bare();
      const { body } = await ilse!.post(`/api/lessons/${id}/uploads`).attach('files', pdf, 'plan.pdf').expect(201);
      const [{ id: upload }] = body as [{ id: string }];
      return async () => {
        const cut = { upload, number: 1, x: 0, y: 0, width: 0.5, height: 0.5 };
        void ilse!
          .post(`/api/lessons/${id}/cut-outs`)
          .send(cut)
          .then(() => undefined);
        return bySubject(id);
      };
    }
    case 'make-voice': {
      const { assignment, lesson: of, moment } = await asked();
      const path = `/api/assignments/${assignment}/lessons/${of}/questions/spoken${moment}`;
      return async () => {
        const sent = tam!.post(path).attach('files', sound.ogg, 'why.ogg');
        void Promise.resolve(sent).catch(() => undefined);
        return bySubject(assignment);
      };
    }
    case 'place-pictures': {
      const picture = await pictureOf(40, 30);
      return lesson('assets', (request) => request.attach('files', picture, 'picture.png'));
    }
    case 'sheet-pictures': {
      const { assignment, page } = await sheetGiven();
      await write(tam!, assignment, [strokeOn(page, 'a')]).expect(201);
      const [row] = (await database.query('SELECT id FROM sheet WHERE assignmentId = ?', [assignment])) as [
        { id: string },
      ];
      const [path, picture] = [`/api/assignments/${assignment}/sheet/pictures`, await pictureOf(40, 30)];
      return async () => {
        const sent = tam!.post(path).attach('files', picture, 'triangle.png');
        void Promise.resolve(sent).catch(() => undefined);
        return bySubject(row.id);
      };
    }
    default:
      return lesson('sounds', (request) => request.attach('files', sound.ogg, 'tune.ogg'));
  }
}
