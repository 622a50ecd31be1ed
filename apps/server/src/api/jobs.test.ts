import { randomUUID } from 'node:crypto';
import { DataSource, In, type Repository } from 'typeorm';
import { Problem } from '../platform/http/index.ts';
import { endsWith, JobEntity, JobHandlers, JobsService, MOST_JOBS } from '../platform/jobs/index.ts';
import { JobQueue } from '../platform/jobs/jobQueue.ts';
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
});
afterAll(() => test.close());

const add = (kind: string) => jobs.add({ kind, ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
const stateOf = async (id: string) => (await rows.findOneByOrFail({ id })).state;

/** Lets a worker through one step at a time. */
function turnstile() {
  const waiting: (() => void)[] = [];
  return {
    pass: () => new Promise<void>((resolve) => waiting.push(resolve)),
    letOneThrough: async () => (await until(() => Promise.resolve(waiting.shift())))(),
  };
}
beforeAll(() => handlers.register('told', 'look', () => Promise.resolve(endsWith({ pages: 3 }))));

describe('a job', () => {
  it('tells how far it is, and ends', async () => {
    let go = () => undefined as void;
    handlers.register('half', 'look', async (_, { progress }) => {
      await progress(0.5);
      await new Promise<void>((resolve) => (go = resolve));
      return endsWith();
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
  it('is come to though its entry was lost, however many others were lost with it', async () => {
    const lost = Array.from({ length: 60 }, () => ({
      ...{ id: randomUUID(), kind: 'told', lane: 'look', ownerId: null, subjectId: randomUUID(), input: {} },
      ...{ result: null, state: 'waiting', progress: 0, failureStatus: null, failureCode: null, failureText: null },
      ...{
        createdAt: new Date(),
        notBefore: null,
        startedAt: null,
        endedAt: null,
        attempt: 1,
        runner: null,
        starts: 0,
      },
    }));
    await rows.insert(lost as JobEntity[]);
    // Of thousands that wait a few are put back at a time: one of them leads to all others.
    expect((await test.app.get(JobQueue, { strict: false }).waiting()).length).toBeLessThanOrEqual(10);
    const begun = Date.now();
    await until(async () => (await rows.countBy({ id: In(lost.map(({ id }) => id)), state: 'done' })) === lost.length);
    expect(Date.now() - begun).toBeLessThan(60_000);
  });
  it('can be cancelled by its owner while it runs, and stops at its next step', async () => {
    const gate = turnstile();
    let ended: unknown = null;
    handlers.register('long', 'look', async (_, { progress }) => {
      for (let i = 0; i < 500; i += 1) {
        await gate.pass();
        await progress(i / 500).catch((failure: unknown) => {
          ended = failure;
          throw failure;
        });
      }
      return endsWith();
    });
    const { id } = await add('long');
    await gate.letOneThrough();
    const teacher = await test.signedIn('ilse');
    const other = await test.signedIn('bo');
    await other.post(`/api/jobs/${id}/cancel`).expect(404);
    await teacher.post(`/api/jobs/${id}/cancel`).expect(201);
    await gate.letOneThrough();
    await until(() => Promise.resolve(ended !== null));
    expect(await stateOf(id)).toBe('cancelled');
  });
  it('that was cancelled and tried again is changed by its new attempt only', async () => {
    const endings: { attempt: number; end: () => void }[] = [];
    const kept: number[] = [];
    const stopped: string[] = [];
    handlers.register(
      'twice',
      'look',
      async (job) => {
        await new Promise<void>((end) => endings.push({ attempt: job.attempt, end }));
        return () => Promise.resolve(kept.push(job.attempt));
      },
      { stopped: (job) => Promise.resolve(void stopped.push(job.state)) },
    );
    const { id } = await add('twice');
    const begun = (count: number) => until(() => Promise.resolve(endings.length === count));
    await begun(1);
    await jobs.cancel(id);
    await jobs.retry(id);
    await begun(2);
    // The first attempt ends late: it finds out that it is no longer the one, and nothing is kept of it.
    endings[0]!.end();
    endings[1]!.end();
    await until(async () => (await stateOf(id)) === 'done');
    expect(kept).toEqual([2]);
    expect(stopped).toEqual(['cancelled']);
  });
  it('that fails says why in plain words, can be tried again, and then succeeds', async () => {
    let tries = 0;
    handlers.register('flaky', 'look', async () => {
      tries += 1;
      if (tries === 1) throw new Problem(422, 'pdf-broken', 'This PDF is damaged.');
      return endsWith();
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
    handlers.register('broken', 'look', () => Promise.reject(new Error('secret: /srv/media')));
    const { id } = await add('broken');
    await until(async () => (await stateOf(id)) === 'failed');
    const { failureText } = await rows.findOneByOrFail({ id });
    expect(failureText).not.toContain('secret');
  });
  it('whose queue entry was lost is found in the database and worked on', async () => {
    let worked = 0;
    handlers.register('lost', 'look', () => {
      worked += 1;
      return Promise.resolve(endsWith());
    });
    const lost = rows.create({
      id: randomUUID(),
      kind: 'lost',
      ownerId: ids['ilse']!,
      subjectId: randomUUID(),
      input: {},
      lane: 'look',
      result: null,
      state: 'waiting',
      progress: 0,
      createdAt: new Date(),
      attempt: 1,
      failureStatus: null,
      failureCode: null,
      failureText: null,
      startedAt: null,
      endedAt: null,
      runner: null,
      starts: 0,
    });
    await rows.insert(lost);
    await jobs.restore();
    await until(async () => (await stateOf(lost.id)) === 'done');
    await jobs.restore();
    // Whatever was put back is worked on before what comes after it in its lane.
    await jobs.perform({ kind: 'told', ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
    expect(worked).toBe(1);
  });
  it('that a request waits for gives what came of it, or its failure, in the words of the job', async () => {
    handlers.register('refused', 'look', () => Promise.reject(new Problem(415, 'wrong-kind-of-file', 'No.')));
    const job = (kind: string) => ({ kind, ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
    expect(await jobs.perform(job('told'))).toEqual({ pages: 3 });
    await expect(jobs.perform(job('refused'))).rejects.toMatchObject({ code: 'wrong-kind-of-file', message: 'No.' });
  });
  it('of one person does not keep another’s waiting, however many there are', async () => {
    const order: string[] = [];
    const gates: (() => void)[] = [];
    handlers.register('slow', 'publish', async (job) => {
      order.push(job.ownerId!);
      await new Promise<void>((resolve) => gates.push(resolve));
      return endsWith();
    });
    const by = (name: string) => jobs.add({ kind: 'slow', ownerId: ids[name]!, subjectId: randomUUID(), input: {} });
    for (let i = 0; i < 40; i += 1) await by('ilse');
    const { id } = await by('bo');
    while ((await stateOf(id)) !== 'done') {
      await until(() => Promise.resolve(gates.length > 0));
      gates.shift()!();
    }
    expect(order.indexOf(ids['bo']!)).toBeLessThanOrEqual(2);
    await rows.delete({ kind: 'slow', state: 'waiting' });
    while (gates.length > 0) gates.shift()!();
  });
  it('is refused in words when too many of one person’s wait already', async () => {
    let end = () => undefined as void;
    const parked = new Promise<void>((resolve) => (end = resolve));
    handlers.register('parked', 'import', () => parked.then(() => endsWith()));
    const park = () => jobs.add({ kind: 'parked', ownerId: ids['tam']!, subjectId: randomUUID(), input: {} });
    for (let i = 0; i < MOST_JOBS; i += 1) await park();
    await expect(park()).rejects.toMatchObject({ code: 'too-many-jobs' });
    await rows.delete({ kind: 'parked' });
    end();
  });
  it('whose process is gone is begun again; one that took its process with it three times is given up', async () => {
    let begun = 0;
    handlers.register('killer', 'later', () => {
      begun += 1;
      return Promise.resolve(endsWith());
    });
    const gone = async (starts: number) => {
      const job = await jobs.add({ kind: 'killer', ownerId: ids['ilse']!, subjectId: randomUUID(), input: {} });
      await until(async () => (await stateOf(job.id)) === 'done');
      await rows.update(
        { id: job.id },
        { state: 'running', runner: randomUUID(), starts, endedAt: null, result: null },
      );
      await jobs.restore();
      return job.id;
    };
    const again = await gone(1);
    await until(async () => (await stateOf(again)) === 'done');
    expect(begun).toBe(2);
    const given = await rows.findOneByOrFail({ id: await gone(3) });
    expect([given.state, given.failureCode]).toEqual(['failed', 'job-given-up']);
    expect(given.failureText).toContain('three times');
  });
});
