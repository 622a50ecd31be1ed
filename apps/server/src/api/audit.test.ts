import { jest } from '@jest/globals';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { AuditService, NOT_TOLD, TOLD } from '../modules/audit/index.ts';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Who of the staff saw or changed what of whom: written down before it is shown, and in the act that changes it. */
type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
interface Line {
  readonly id: string;
  readonly by: string | null;
  readonly says: string;
  readonly about: string | null;
  readonly className: string | null;
  readonly isChange: boolean;
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, tam, keeper]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, tam, keeper] = [await test.signedIn('ilse'), await test.signedIn('tam'), await test.signedIn('keeper')];
});
afterAll(() => test.close());

const read = async (asked: object = {}) =>
  (await keeper!.get('/api/audit').query(asked).expect(200)).body as { lines: Line[]; hasMore: boolean };
/** What the newest lines say, without those of whoever reads them. */
const said = async (words = ''): Promise<readonly string[]> => {
  const { lines } = await read({ words });
  return lines
    .filter((line) => line.says !== 'looked at who saw what')
    .map(({ by, says, about, className }) => [by, says, about, className].filter(Boolean).join(' | '));
};

it('every route of the staff is written down, or stands here with the reason why not', () => {
  const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
  const routes = Object.entries(paths).flatMap(([path, item]) =>
    Object.keys(item).map((method) => `${method} ${path.replaceAll(/\{\*?(\w+)\}/g, ':$1')}`),
  );
  const open = [
    '/api/beginning',
    '/api/forgotten',
    '/health',
    '/api/identity',
    '/api/desk',
    '/api/watching/visits',
    '/api/media',
  ];
  const unknown = routes.filter((route) => {
    const path = route.split(' ')[1]!;
    const isKnown = (start: string) => path === start || path.startsWith(`${start}/`);
    return !TOLD[route] && !NOT_TOLD[route] && !Object.keys(NOT_TOLD).some(isKnown) && !open.some(isKnown);
  });
  expect(unknown).toEqual([]);
  expect(Object.keys(TOLD).filter((route) => !routes.includes(route))).toEqual([]);
});

describe('what a teacher sees and does of a learner', () => {
  let [assignment, submission, feedback] = ['', '', ''];
  beforeAll(async () => {
    const lesson = await newLesson(ilse!);
    await record(ilse!, lesson.id, 1);
    await publish(ilse!, lesson.id);
    assignment = await assign(ilse!, lesson.id, ids['10a']!);
    await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  });

  it('is told with whose it is, once however often it is looked at', async () => {
    for (let i = 0; i < 3; i += 1) {
      const { body } = await ilse!.get(`/api/marking/${assignment}`).expect(200);
      const [row] = (body as { queue: { submissionId: string; feedbackLessonId: string }[] }).queue;
      [submission, feedback] = [row!.submissionId, row!.feedbackLessonId];
    }
    await ilse!.get(`/api/lessons/${feedback}`).expect(200);
    await ilse!
      .put(`/api/marking/hand-ins/${submission}`)
      .send({ points: 3, comment: 'Good', times: 1, revision: 0 })
      .expect(200);
    expect(await said()).toEqual([
      'ilse | marked a hand-in of | tam | 10a',
      'ilse | opened work of | tam | 10a',
      'ilse | looked at the hand-ins of | 10a',
    ]);
    expect((await read({ words: 'tam' })).lines.map((line) => line.isChange)).toEqual([true, false]);
  });

  it('is not told of a lesson of their own, nor of what learners do', async () => {
    const before = await said();
    const own = await newLesson(ilse!);
    await ilse!.get(`/api/lessons/${own.id}`).expect(200);
    await tam!.get(`/api/assignments/${assignment}/hand-in`).expect(200);
    expect(await said()).toEqual(before);
  });

  it('is not told where it was refused, or did not come about', async () => {
    const before = await said();
    const bo = await test.signedIn('bo');
    await bo.get(`/api/marking/${assignment}`).expect(404);
    await bo.get(`/api/classes/${ids['10a']}`).expect(404);
    await ilse!
      .put(`/api/marking/hand-ins/${submission}`)
      .send({ points: 3, comment: '', times: 1, revision: 99 })
      .expect(409);
    expect(await said()).toEqual(before);
  });
});

describe('what a keeper does', () => {
  it('is told like that of anybody, reading these lines too', async () => {
    await keeper!.get(`/api/people/${ids['wren']}/first-password`).expect(200);
    await keeper!.patch(`/api/people/${ids['wren']}`).send({ name: 'Wren', signInName: 'wren' }).expect(204);
    await keeper!.get(`/api/people/${ids['wren']}`).expect(200);
    await keeper!.delete(`/api/classes/${ids['10b']}/members/${ids['ola']}`).expect(200);
    expect(await said('wren')).toEqual([
      'keeper | looked at what is known of | Wren',
      'keeper | changed the names of | Wren',
      'keeper | looked at the first password of | Wren',
    ]);
    expect(await said('10b')).toEqual(['keeper | took out of a class | ola | 10b']);
    const { lines } = await read({ words: 'keeper' });
    expect(lines.map((line) => line.says)).toContain('looked at who saw what');
    expect((await read({ words: 'nobody of this name' })).lines).toEqual([]);
  });

  it('signs somebody out wherever they are', async () => {
    const ola = await test.signedIn('ola');
    const { body } = await keeper!.get(`/api/people/${ids['ola']}`).expect(200);
    expect(body).toMatchObject({ name: 'ola', devices: 1, handIns: 0, worksheets: 0, classes: [] });
    await keeper!.delete(`/api/people/${ids['ola']}/sessions`).expect(204);
    await ola.get('/api/session').expect(401);
    await keeper!.delete(`/api/people/${ids['keeper']}/sessions`).expect(409);
  });

  it('reads lines page by page, none twice and none left out', async () => {
    const rows = Array.from({ length: 250 }, (_, i) => [new Date(), ids['ilse'], `looked ${i} at`, 0, ids['moved']]);
    await test.app.get(DataSource).query('INSERT INTO audit (at, byId, says, isChange, aboutId) VALUES ?', [rows]);
    const seen: string[] = [];
    for (let before: string | undefined, more = true; more;) {
      const page = await read({ words: 'moved', ...(before ? { before } : {}) });
      seen.push(...page.lines.map((line) => line.says));
      [before, more] = [page.lines.at(-1)?.id, page.hasMore];
    }
    expect(seen).toEqual(rows.map((row) => row[2]).toReversed());
  });

  it('says how long lines are kept; older ones are forgotten', async () => {
    const school = {
      name: 'Skerry Quay',
      timeZone: 'Europe/Oslo',
      days: [1],
      holidays: [],
      auditDays: 30,
      mailDomains: [],
      frameHosts: [],
    };
    await keeper!
      .put('/api/school')
      .send({ ...school, auditDays: 7 })
      .expect(400);
    await keeper!.put('/api/school').send(school).expect(200);
    const database = test.app.get(DataSource);
    await database.query("UPDATE audit SET at = at - INTERVAL 31 DAY WHERE says LIKE 'looked 1% at'");
    await test.app.get(AuditService, { strict: false }).forget();
    const left = (await read({ words: 'moved' })).lines.map((line) => line.says);
    expect([left.length, left.some((says) => /looked 1\d* at/.test(says))]).toEqual([100, false]);
  });
});

it('what could not be written down is not shown', async () => {
  const service = test.app.get(AuditService, { strict: false });
  const write = jest.spyOn(service, 'write').mockRejectedValue(new Error('the table is away'));
  await ilse!.get(`/api/classes/${ids['10a']}`).expect(500);
  write.mockRestore();
  await ilse!.get(`/api/classes/${ids['10a']}`).expect(200);
});
