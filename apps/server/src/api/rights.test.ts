import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import type { Role } from '../platform/sessions/index.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
}, 60_000);
afterAll(() => test.close());

type Allowed = readonly Role[] | 'anyone';
const TEACHER: Allowed = ['teacher'];
const LEARNER: Allowed = ['learner'];
/** Teachers, and learners for their own spoken answers: the rule of the lesson decides. */
const MAKER: Allowed = ['teacher', 'learner'];
const ALL: Allowed = ['teacher', 'learner', 'keeper'];

/** Who may use each route. A new route must be added here, or the test fails. */
const ROUTES: Readonly<Record<string, Allowed>> = {
  'get /health/live': 'anyone',
  'get /health/ready': 'anyone',
  'post /api/session': 'anyone',
  'delete /api/session': 'anyone',
  'get /api/session': ALL,
  'get /api/people': ['keeper'],
  'get /api/jobs/{id}': ALL,
  'post /api/jobs/{id}/cancel': ALL,
  'post /api/jobs/{id}/retry': ALL,
  'get /api/classes': TEACHER,
  'get /api/classes/{id}': TEACHER,
  'get /api/lessons': TEACHER,
  'post /api/lessons': TEACHER,
  'get /api/lessons/{id}': MAKER,
  'patch /api/lessons/{id}': TEACHER,
  'put /api/lessons/{id}/edits': MAKER,
  'post /api/lessons/{id}/boards': TEACHER,
  'post /api/lessons/{id}/windows': TEACHER,
  'get /api/lessons/{id}/clips/{digest}': TEACHER,
  'put /api/lessons/{id}/pages': TEACHER,
  'delete /api/lessons/{id}/pages/{page}': TEACHER,
  'post /api/lessons/{id}/pages/{page}/restore': TEACHER,
  'put /api/lessons/{id}/pages/{page}/cues': TEACHER,
  'post /api/lessons/{id}/split': TEACHER,
  'post /api/lessons/{id}/join': TEACHER,
  'get /api/lessons/{id}/excerpt': TEACHER,
  'post /api/lessons/{id}/sounds': TEACHER,
  'post /api/lessons/{id}/imports': TEACHER,
  'post /api/lessons/{id}/pages/copies': TEACHER,
  'post /api/lessons/{id}/pages/{page}/duplicate': TEACHER,
  'put /api/lessons/{id}/pages/{page}/backdrop': TEACHER,
  'put /api/lessons/{id}/pages/{page}/things': TEACHER,
  'put /api/lessons/{id}/pages/{page}/picture': TEACHER,
  'post /api/lessons/{id}/uploads': TEACHER,
  'get /api/lessons/{id}/uploads/{upload}': TEACHER,
  'get /api/lessons/{id}/uploads/{upload}/pages/{number}': TEACHER,
  'post /api/lessons/{id}/picked-pages': TEACHER,
  'post /api/lessons/{id}/cut-outs': TEACHER,
  'post /api/lessons/{id}/assets': TEACHER,
  'get /api/courses': TEACHER,
  'post /api/courses': TEACHER,
  'patch /api/courses/{id}': TEACHER,
  'delete /api/courses/{id}': TEACHER,
  'post /api/courses/{id}/units': TEACHER,
  'patch /api/units/{id}': TEACHER,
  'delete /api/units/{id}': TEACHER,
  'get /api/preferences': TEACHER,
  'put /api/preferences': TEACHER,
  'post /api/lessons/{id}/companion-room': TEACHER,
  // A companion has no account: its code, and then its token, are its right.
  'post /api/companion/join': 'anyone',
  'get /api/companion/pictures/{digest}': 'anyone',
  'get /api/takes/{id}/analysis': TEACHER,
  'get /api/speaking-rate': TEACHER,
  'get /api/lessons/{id}/pictures/{digest}': MAKER,
  'get /api/lessons/{id}/takes': MAKER,
  'put /api/takes/{id}': MAKER,
  'put /api/takes/{id}/parts/{track}/{number}': MAKER,
  'get /api/takes/{id}/arrived': MAKER,
  'post /api/takes/{id}/finish': MAKER,
  'post /api/takes/{id}/finish-as-sent': MAKER,
  'post /api/takes/{id}/discard': MAKER,
  'get /api/takes/{id}/voice': MAKER,
  'get /api/takes/{id}/films/{run}': TEACHER,
  'get /api/takes/{id}/log': MAKER,
  'get /api/takes/{id}/peaks': MAKER,
  'post /api/lessons/{id}/editions': TEACHER,
  'get /api/lessons/{id}/editions': TEACHER,
  'get /api/editions/{id}/films/{film}': ['teacher', 'learner'],
  'get /api/editions/{id}/manifest': ['teacher', 'learner'],
  'get /api/editions/{id}/voice.webm': ['teacher', 'learner'],
  'get /api/editions/{id}/voice.m4a': ['teacher', 'learner'],
  'get /api/editions/{id}/pictures/{digest}': ['teacher', 'learner'],
  'post /api/assignments': TEACHER,
  'get /api/assignments/{id}': TEACHER,
  'put /api/assignments/{id}': TEACHER,
  'get /api/lessons/{id}/assignments': TEACHER,
  'post /api/watching/visits': LEARNER,
  'post /api/watching/visits/{id}/reports': LEARNER,
  'get /api/watching/assignments/{id}': TEACHER,
  'put /api/assignments/{id}/hand-in/files': LEARNER,
  'put /api/assignments/{id}/hand-in/text': LEARNER,
  'put /api/assignments/{id}/answer': LEARNER,
  'put /api/assignments/{id}/hand-in/spoken': LEARNER,
  'get /api/assignments/{id}/hand-in': LEARNER,
  'get /api/assignments/{id}/hand-in/pictures/{digest}': LEARNER,
  'get /api/marking': TEACHER,
  'get /api/marking/{id}': TEACHER,
  'put /api/marking/hand-ins/{id}': TEACHER,
  'post /api/marking/hand-ins/{id}/hand-back': TEACHER,
  'get /api/assignments/{id}/feedback': LEARNER,
  'get /api/today': TEACHER,
  'get /api/desk': LEARNER,
  'get /api/desk/{id}': LEARNER,
};

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
const PLAYERS: readonly (Role | 'nobody')[] = ['nobody', 'teacher', 'learner', 'keeper'];

function routesOfTheServer(): readonly string[] {
  const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
  return Object.entries(paths).flatMap(([path, item]) => Object.keys(item).map((method) => `${method} ${path}`));
}

describe('rights', () => {
  it('are stated here for every route, and for no other', () => {
    expect([...routesOfTheServer()].sort()).toEqual(Object.keys(ROUTES).sort());
  });

  it.each(PLAYERS)(
    'hold on every route for %s',
    async (player) => {
      const names = { teacher: 'ilse', learner: 'tam', keeper: 'keeper' } as const;
      for (const [route, allowed] of Object.entries(ROUTES)) {
        // Signing out ends a session, so it has one of its own.
        const own = route === 'delete /api/session' ? test.signedIn : agentOf;
        const agent = player === 'nobody' ? supertest.agent(test.http) : await own(names[player]);
        const [method, path] = route.split(' ') as [Method, string];
        const filled = path
          .replaceAll(/\{(id|page|upload)\}/g, () => randomUUID())
          .replace('{track}', 'voice')
          .replace(/\{(number|run)\}/, '0')
          .replace('{film}', 'camera')
          .replace('{digest}', 'none');
        const { status, body } = await agent[method](filled).send();
        const expected =
          allowed === 'anyone'
            ? 'open'
            : player === 'nobody'
              ? 'signed-out'
              : allowed.includes(player)
                ? 'open'
                : 'not-allowed';
        const code = (body as { code?: string }).code;
        const got = status === 401 && code === 'signed-out' ? 'signed-out' : status === 403 ? code : 'open';
        expect([route, got]).toEqual([route, expected]);
      }
    },
    60_000,
  );

  const agents = new Map<string, ReturnType<typeof supertest.agent>>();
  async function agentOf(name: string) {
    if (!agents.has(name)) agents.set(name, await test.signedIn(name));
    return agents.get(name)!;
  }
});

it('another teacher, another class and another learner see nothing of it', async () => {
  const [ilse, bo, ola, wren, tam] = await Promise.all(
    ['ilse', 'bo', 'ola', 'wren', 'tam'].map((name) => test.signedIn(name)),
  );
  const lesson = await newLesson(ilse!);
  const take = await record(ilse!, lesson.id, 2);
  const edition = await publish(ilse!, lesson.id);
  const assignment = await assign(ilse!, lesson.id, ids['10a']!);
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  const desk = (await ilse!.get(`/api/marking/${assignment}`)).body as {
    queue: { submissionId: string; feedbackLessonId: string }[];
  };
  const { submissionId, feedbackLessonId } = desk.queue[0]!;

  const forBo = [
    `lessons/${lesson.id}`,
    `lessons/${feedbackLessonId}`,
    `takes/${take}/voice`,
    `takes/${take}/log`,
    `editions/${edition.id}/manifest`,
    `assignments/${assignment}`,
    `watching/assignments/${assignment}`,
    `marking/${assignment}`,
    `classes/${ids['10a']}`,
  ];
  for (const path of forBo) expect([path, (await bo!.get(`/api/${path}`)).status]).toEqual([path, 404]);
  expect((await bo!.put(`/api/marking/hand-ins/${submissionId}`).send({ points: 1, comment: '' })).status).toBe(404);
  expect(
    (
      await bo!.post('/api/assignments').send({
        lessonId: lesson.id,
        classId: ids['10b'],
        instructions: '',
        dueAt: new Date().toISOString(),
        points: null,
        handIn: false,
      })
    ).status,
  ).toBe(404);
  expect(
    (
      await ilse!.post('/api/assignments').send({
        lessonId: lesson.id,
        classId: ids['10b'],
        instructions: '',
        dueAt: new Date().toISOString(),
        points: null,
        handIn: false,
      })
    ).status,
  ).toBe(404);

  const forOla = [
    `editions/${edition.id}/manifest`,
    `editions/${edition.id}/voice.webm`,
    `desk/${assignment}`,
    `assignments/${assignment}/hand-in`,
  ];
  for (const path of forOla) expect([path, (await ola!.get(`/api/${path}`)).status]).toEqual([path, 404]);
  expect((await ola!.post('/api/watching/visits').send({ editionId: edition.id })).status).toBe(404);
  expect((await ola!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'x' })).status).toBe(404);

  const visit = (
    (await tam!.post('/api/watching/visits').send({ editionId: edition.id }).expect(201)).body as { id: string }
  ).id;
  expect((await wren!.post(`/api/watching/visits/${visit}/reports`).send({ plays: [], position: 0 })).status).toBe(404);
  expect((await wren!.get(`/api/assignments/${assignment}/hand-in`)).status).toBe(404);

  await record(ilse!, feedbackLessonId, 2);
  const feedback = await publish(ilse!, feedbackLessonId);
  expect((await tam!.get(`/api/editions/${feedback.id}/manifest`)).status).toBe(404);
  await ilse!.post(`/api/marking/hand-ins/${submissionId}/hand-back`).expect(200);
  expect((await tam!.get(`/api/editions/${feedback.id}/manifest`)).status).toBe(200);
  expect((await wren!.get(`/api/editions/${feedback.id}/manifest`)).status).toBe(404);
}, 60_000);
