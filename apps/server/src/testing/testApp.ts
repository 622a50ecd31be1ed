import { Test } from '@nestjs/testing';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { AppModule } from '../app.module.ts';
import { prepareHttp } from '../http.ts';
import { ClassesService } from '../modules/classes/index.ts';
import { PeopleService } from '../modules/people/index.ts';
import { CONFIG, type Config } from '../platform/config/index.ts';
import { bringUpToDate } from '../platform/database/index.ts';
import { JobRunner } from '../platform/jobs/index.ts';
import type { Role } from '../platform/sessions/index.ts';
import { freshDatabase } from './freshDatabase.ts';

/** A whole server against a real MariaDB and Redis, with a database of its own. */
export interface TestApp {
  readonly app: NestExpressApplication;
  readonly http: Server;
  /** A signed-in person: its requests carry the session. */
  readonly signedIn: (name: string) => Promise<ReturnType<typeof supertest.agent>>;
  readonly close: () => Promise<void>;
}

export const PASSWORD = 'a-test-password';

/** Starts a server with the job process inside it. The addresses come from the test command. */
export async function startTestApp(): Promise<TestApp> {
  const { name, url, drop } = await freshDatabase();
  process.env['OAKBELL_DATABASE_URL'] = url;
  process.env['OAKBELL_STORAGE'] = `${process.env['OAKBELL_STORAGE']}/${name}`;
  process.env['OAKBELL_QUEUE'] = name;
  process.env['OAKBELL_WORK'] = join(tmpdir(), `oakbell-${name}`);
  const module = await Test.createTestingModule({ imports: [AppModule] }).compile();
  const app = module.createNestApplication<NestExpressApplication>({ logger: false, forceCloseConnections: true });
  prepareHttp(app, { ...app.get<Config>(CONFIG), web: '' });
  await bringUpToDate(app.get(DataSource));
  await app.listen(0, '127.0.0.1');
  await app.get(JobRunner).start();
  const http = app.getHttpServer() as Server;
  const signedIn = async (person: string) => {
    const agent = supertest.agent(http);
    // Every act of a client has a key of its own, unless a test says which.
    void agent.use((request: supertest.Test) => void request.set('Idempotency-Key', randomUUID()));
    await agent.post('/api/session').send({ name: person, password: PASSWORD }).expect(200);
    return agent;
  };
  const close = async () => {
    await app.close();
    await rm(join(tmpdir(), `oakbell-${name}`), { recursive: true, force: true });
    await drop();
  };
  return { app, http, signedIn, close };
}

/**
 * A school of two classes: `ilse` and `co` teach the first, `bo` the second, and `gone` the first for now; three learners
 * in the first, one in the second, and a keeper.
 */
export async function addSchool({ app }: TestApp): Promise<Readonly<Record<string, string>>> {
  const [people, classes] = [app.get(PeopleService, { strict: false }), app.get(ClassesService, { strict: false })];
  const ids: Record<string, string> = {};
  const everyone: readonly (readonly [string, Role])[] = [
    ['ilse', 'teacher'],
    ['bo', 'teacher'],
    ['co', 'teacher'],
    ['gone', 'teacher'],
    ['tam', 'learner'],
    ['wren', 'learner'],
    ['ola', 'learner'],
    ['moved', 'learner'],
    ['keeper', 'keeper'],
  ];
  for (const [name, role] of everyone)
    ids[name] = (await people.add({ signInName: name, name, role, password: PASSWORD })).id;
  for (const [key, teachers, learners] of [
    ['10a', ['ilse', 'co', 'gone'], ['tam', 'wren', 'moved']],
    ['10b', ['bo'], ['ola']],
  ] as const) {
    ids[key] = (await classes.add(key, 'Navigation')).id;
    for (const teacher of teachers) await classes.join(ids[key], ids[teacher]!, 'teacher');
    for (const learner of learners) await classes.join(ids[key], ids[learner]!, 'learner');
  }
  return ids;
}
