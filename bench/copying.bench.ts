import { expect, test, type Page } from '@playwright/test';
import { daysAfter } from '@oakbell/core/outline';
import { randomUUID } from 'node:crypto';
import { createConnection, type Connection } from 'mysql2/promise';
import { insertRows } from '../apps/server/src/platform/database/bulk.ts';
import { giveMany, type Run } from '../apps/server/src/testing/manyRows.ts';
import { signIn } from '../e2e/support/people.ts';
import { bareInsertMs } from './bareInserts.ts';
import { measured, median } from './measure.ts';

const [LESSONS, ITEMS, UNITS, TIMES] = [60, 200, 12, 25];

const newClass = async (page: Page): Promise<string> => {
  const response = await page.request.post('/api/classes', { data: { name: `Course ${randomUUID()}`, course: '' } });
  return ((await response.json()) as { id: string }).id;
};

/** A class that was given so many things of so many lessons, in units and on days. */
async function fullCourse(
  connection: Connection,
  page: Page,
): Promise<{ id: string; ids: readonly string[]; monday: string }> {
  const run: Run = async (sql, values) => (await connection.query(sql, [...values]))[0];
  const asked = { query: (sql: string, values?: readonly unknown[]) => run(sql, values ?? []) };
  const one = async (name: string) =>
    ((await run('SELECT id FROM person WHERE signInName = ?', [name])) as { id: string }[])[0]!.id;
  const [id, lessonsOf] = [await newClass(page), await newClass(page)];
  const teacherId = await one('ilse.marrow');
  await giveMany(run, { teacherId, learnerId: await one('tam.oriel'), classId: lessonsOf }, LESSONS);
  const lessons = (await run(
    'SELECT l.lessonId AS id FROM assignment_lesson l JOIN assignment a ON a.id = l.assignmentId WHERE a.classId = ?',
    [lessonsOf],
  )) as { id: string }[];
  const monday = daysAfter(new Date().toISOString().slice(0, 10), 8 - (new Date().getUTCDay() || 7));
  const units = Array.from({ length: UNITS }, (_, i) => [randomUUID(), id, `Unit ${i + 1}`, i] as const);
  await insertRows(asked, { table: 'class_unit', columns: ['id', 'classId', 'name', 'position'] }, units);
  const days = Array.from({ length: LESSONS }, (_, i) => [
    id,
    daysAfter(monday, i),
    units[i % UNITS]![0],
    `Topic ${i}`,
  ]);
  await insertRows(asked, { table: 'class_day', columns: ['classId', 'day', 'unitId', 'topic'] }, days);
  const items = Array.from({ length: ITEMS }, (_, i) => ({ id: randomUUID(), unit: units[i % UNITS]![0], at: i }));
  await insertRows(
    asked,
    {
      table: 'assignment',
      columns: [
        ...['id', 'classId', 'byId', 'toAll', 'instructions', 'dueAt', 'points', 'handIn', 'watchedPercent'],
        ...['workOpens', 'answersSeen', 'unitId', 'day', 'place', 'createdAt'],
      ],
    },
    items.map(({ id: item, unit, at }) => [
      ...[item, id, teacherId, 1, '<p>Watch it to the end.</p>', new Date(`${daysAfter(monday, at % 60)}T15:00:00Z`)],
      ...[20, 1, 90, 'at-once', 'teacher', unit, daysAfter(monday, at % 60), at, new Date()],
    ]),
  );
  await insertRows(
    asked,
    { table: 'assignment_lesson', columns: ['assignmentId', 'lessonId', 'place'] },
    items.map(({ id: item, at }) => [item, lessons[at % LESSONS]!.id, 0]),
  );
  return { id, ids: items.map((item) => item.id), monday };
}

test('a course is copied to the next term', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'ilse.marrow');
  // A screen that is open asks anew for what changes, beside what is measured.
  await page.goto('about:blank');
  const connection = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
  const { id: from, ids, monday } = await fullCourse(connection, page);
  const times: number[] = [];
  const bare: number[] = [];
  for (let i = 0; i < TIMES; i += 1) {
    const into = await newClass(page);
    const data = { from, since: monday, onto: daysAfter(monday, 140), ids };
    const begun = performance.now();
    const response = await page.request.post(`/api/classes/${into}/copies`, { data });
    times.push(performance.now() - begun);
    expect([response.status(), response.ok() || (await response.text())]).toEqual([201, true]);
    const of = (table: string) => [table, `SELECT * FROM ${table} WHERE classId = '${into}'`] as const;
    const lessons = `SELECT l.* FROM assignment_lesson l JOIN assignment a ON a.id = l.assignmentId WHERE a.classId = '${into}'`;
    const made = [of('class_unit'), of('class_day'), of('assignment'), ['assignment_lesson', lessons]] as const;
    bare.push(await bareInsertMs(connection, made, UNITS));
  }
  await connection.end();
  measured('copy.speed', median(times) / median(bare), `× ${Math.round(median(bare))} ms`, '≤ 6');
});
