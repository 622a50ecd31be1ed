import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { createConnection, type Connection } from 'mysql2/promise';
import { insertRows } from '../apps/server/src/platform/database/bulk.ts';
import { signIn } from '../e2e/support/people.ts';
import { measured, median } from './measure.ts';

const [FEW, MANY] = [2000, 20_000];
const FOUND = 20;
const NEEDLE = 'azimuthal';
const PAGES = 3;
/** Words of the trade, drawn so that each lesson has some that others have too. */
const WORDS = 'tide stream bearing chart buoy light harbour compass course pilot anchor swell drift fix lead'.split(
  ' ',
);
const TRIES = 15;

let connection: Connection;
test.beforeAll(async () => {
  connection = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
});
test.afterAll(() => connection.end());

/** Lessons of one teacher with a few pages each; in the first so many of all, one page has the needle. */
async function addLessons(ownerId: string, from: number, to: number): Promise<void> {
  const now = new Date();
  const asked = { query: (sql: string, values?: readonly unknown[]) => connection.query(sql, values as unknown[]) };
  const words = (seed: number, count: number) =>
    Array.from({ length: count }, (_, i) => WORDS[(seed * 7 + i * i) % WORDS.length]).join(' ');
  const numbers = Array.from({ length: to - from }, (_, i) => from + i);
  const rows = numbers.map((n) => ({ id: randomUUID(), n, title: `Lesson ${n}: ${words(n, 3)}` }));
  const columns =
    'id,ownerId,kind,title,words,goal,targetMs,revision,length,undoable,redoable,createdAt,updatedAt'.split(',');
  await connection.beginTransaction();
  await insertRows(
    asked,
    { table: 'lesson', columns },
    rows.map(({ id, title }) => [id, ownerId, 'slides', title, title, '', 300_000, 0, 0, 0, 0, now, now]),
  );
  await insertRows(
    asked,
    { table: 'page', columns: 'id,lessonId,position,kind,things,height,cues,text,words'.split(',') },
    rows.flatMap(({ id, n }) =>
      Array.from({ length: PAGES }, (_, i) => {
        const text = `${words(n + i, 40)}${n < FOUND && i === 1 ? ` ${NEEDLE} projection` : ''}`;
        return [randomUUID(), id, i, 'slide', '[]', 900, '', text, text];
      }),
    ),
  );
  await connection.commit();
}

/** How long it takes to find the lessons with the needle, in ms: the middle of several tries. */
async function searched(page: Page): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < TRIES; i += 1) {
    const begun = performance.now();
    const response = await page.request.get(`/api/library?words=${NEEDLE}`);
    const { lessons } = (await response.json()) as { lessons: { places: object[] }[] };
    times.push(performance.now() - begun);
    expect([lessons.length, lessons.every(({ places }) => places.length === 1)]).toEqual([FOUND, true]);
  }
  return median(times);
}

/** The statements that one look at the list sends: the fewest of several, for others may ask something meanwhile. */
async function statements(page: Page): Promise<number> {
  const sent = async () => {
    const [rows] = await connection.query("SHOW GLOBAL STATUS LIKE 'Com_select'");
    return Number((rows as { Value: string }[])[0]!.Value);
  };
  const counts: number[] = [];
  for (let i = 0; i < TRIES; i += 1) {
    const before = await sent();
    expect((await page.request.get('/api/library')).status()).toBe(200);
    counts.push((await sent()) - before);
  }
  return Math.min(...counts);
}

test('the library with twenty, two thousand and twenty thousand lessons', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'ilse.marrow');
  const { id } = (await (await page.request.get('/api/session')).json()) as { id: string };
  await addLessons(id, 0, FOUND);
  const asked = await statements(page);
  await addLessons(id, FOUND, FEW);
  measured('library.queries', (await statements(page)) - asked, `more than the ${asked} for 20 lessons`, '≤ 0');
  const few = await searched(page);
  await addLessons(id, FEW, MANY);
  const many = await searched(page);
  measured('search.growth', many / few, `× ${Math.round(few)} ms`, '≤ 3');
});
