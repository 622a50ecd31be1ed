import { randomUUID } from 'node:crypto';
import { DataSource, type Repository } from 'typeorm';
import { Problem } from '../platform/http/index.ts';
import { JobEntity, JobHandlers, JobsService } from '../platform/jobs/index.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { until } from '../testing/lesson.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let jobs: JobsService;
let handlers: JobHandlers;
let rows: Repository<JobEntity>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  jobs = test.app.get(JobsService);
  handlers = test.app.get(JobHandlers);
  rows = test.app.get(DataSource).getRepository(JobEntity);
}, 60_000);
afterAll(() => test.close());

const add = (kind: string) => jobs.add({ kind, ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
const stateOf = async (id: string) => (await rows.findOneByOrFail({ id })).state;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('a job', () => {
  it('tells how far it is, and ends', async () => {
    let go = () => undefined as void;
    handlers.register('half', async (_, progress) => {
      await progress(0.5);
      await new Promise<void>((resolve) => (go = resolve));
    });
    const { id } = await add('half');
    const teacher = await test.signedIn('ilse');
    const seen = await until(async () => {
      const { body } = await teacher.get(`/api/jobs/${id}`);
      return (body as { progress: number }).progress === 0.5 ? (body as { state: string }) : null;
    });
    expect(seen.state).toBe('running');
    go();
    await until(async () => (await stateOf(id)) === 'done');
  });
  it('can be cancelled by its owner while it runs, and stops at its next step', async () => {
    let steps = 0;
    handlers.register('long', async (_, progress) => {
      for (; steps < 500; steps += 1) {
        await progress(steps / 500);
        await pause(20);
      }
    });
    const { id } = await add('long');
    await until(async () => (await stateOf(id)) === 'running');
    const teacher = await test.signedIn('ilse');
    const other = await test.signedIn('bo');
    await other.post(`/api/jobs/${id}/cancel`).expect(404);
    await teacher.post(`/api/jobs/${id}/cancel`).expect(201);
    await pause(200);
    const stoppedAt = steps;
    await pause(200);
    expect(steps).toBe(stoppedAt);
    expect(await stateOf(id)).toBe('cancelled');
  });
  it('that fails says why in plain words, can be tried again, and then succeeds', async () => {
    let tries = 0;
    handlers.register('flaky', async () => {
      tries += 1;
      if (tries === 1) throw new Problem(422, 'pdf-broken', 'This PDF is damaged.');
    });
    const { id } = await add('flaky');
    await until(async () => (await stateOf(id)) === 'failed');
    const teacher = await test.signedIn('ilse');
    expect((await teacher.get(`/api/jobs/${id}`)).body).toMatchObject({
      failureCode: 'pdf-broken',
      failureText: 'This PDF is damaged.',
    });
    await teacher.post(`/api/jobs/${id}/retry`).expect(201);
    await until(async () => (await stateOf(id)) === 'done');
    expect((await teacher.post(`/api/jobs/${id}/retry`).expect(409)).body).toMatchObject({ code: 'job-not-ended' });
  });
  it('that breaks in an unexpected way tells nothing internal', async () => {
    handlers.register('broken', () => Promise.reject(new Error('secret: /srv/media')));
    const { id } = await add('broken');
    await until(async () => (await stateOf(id)) === 'failed');
    const { failureText } = await rows.findOneByOrFail({ id });
    expect(failureText).not.toContain('secret');
  });
  it('whose queue entry was lost is found in the database and worked on', async () => {
    let worked = 0;
    handlers.register('lost', () => Promise.resolve(void (worked += 1)));
    const lost = rows.create({
      id: randomUUID(),
      kind: 'lost',
      ownerId: ids['ilse']!,
      subjectId: randomUUID(),
      input: {},
      state: 'waiting',
      progress: 0,
      createdAt: new Date(),
      attempt: 1,
      failureCode: null,
      failureText: null,
      endedAt: null,
    });
    await rows.insert(lost);
    await jobs.restore();
    await until(async () => (await stateOf(lost.id)) === 'done');
    await jobs.restore();
    await pause(200);
    expect(worked).toBe(1);
  });
});
