import { DataSource } from 'typeorm';
import type { ActDataSource } from '../platform/database/index.ts';
import { fillClass, giveMany } from '../testing/manyRows.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let database: ActDataSource;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  database = test.app.get<ActDataSource>(DataSource);
});
afterAll(() => test.close());

const run = (sql: string, values: readonly unknown[]) => database.query(sql, [...values]);

/** How many statements a screen's request sends, guards left out: they ask the same of everybody. */
async function statementsFor(name: string, path: string): Promise<number> {
  const by = await test.signedIn(name);
  // Asked once before: what a process has at hand afterwards does not count.
  await by.get(path);
  let sent = 0;
  database.onStatement = (_, work) => void (work?.startsWith('get ') && (sent += 1));
  const { status, body } = await by.get(path);
  database.onStatement = null;
  expect([path, status]).toEqual([path, 200]);
  const rows = Array.isArray(body) ? body : ((body as { lessons?: unknown[] }).lessons ?? [body]);
  return rows.length === 0 ? 0 : sent;
}

it('a screen costs the same number of queries for ten rows and for a thousand', async () => {
  const crowd = { teacherId: ids['ilse']!, learnerId: ids['tam']!, classId: ids['10a']! };
  const few = await giveMany(run, crowd, 10);
  await fillClass(run, crowd, few, 10);
  const screens = (assignment: string): readonly (readonly [string, string])[] => [
    ['ilse', '/api/today'],
    ['tam', '/api/desk'],
    ['ilse', `/api/watching/assignments/${assignment}`],
    ['ilse', `/api/watching/classes/${crowd.classId}/learners/${crowd.learnerId}`],
    ['ilse', '/api/marking'],
    ['ilse', `/api/marking/${assignment}`],
    ['ilse', `/api/classes/${crowd.classId}/page`],
    ['tam', `/api/own-classes/${crowd.classId}`],
    ['tam', '/api/own-news'],
    ['ilse', '/api/own-news'],
    ['ilse', '/api/library'],
    ['ilse', '/api/library?words=tides'],
  ];
  const counts = async (assignment: string) => {
    const found: number[] = [];
    for (const [who, path] of screens(assignment)) found.push(await statementsFor(who, path));
    return found;
  };
  const small = await counts(few);
  expect(small.every((count) => count > 0)).toBe(true);
  await giveMany(run, crowd, 990);
  await fillClass(run, crowd, few, 980);
  expect(await counts(few)).toEqual(small);
});
