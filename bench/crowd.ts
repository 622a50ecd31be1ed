import { expect, type Page } from '@playwright/test';
import { createConnection, type Connection } from 'mysql2/promise';
import { longLesson } from '../e2e/support/longLesson.ts';
import { give, publish, signIn } from '../e2e/support/people.ts';

/** The database of the world that is measured. */
export async function withDatabase<T>(work: (connection: Connection) => Promise<T>): Promise<T> {
  const connection = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
  return work(connection).finally(() => connection.end());
}

/** A lesson of ten minutes, published and given to a class, and so many of its learners. */
export async function givenToMany(page: Page, count: number) {
  await signIn(page, 'ilse.marrow');
  const lesson = await longLesson(page, 10);
  const edition = await publish(page, lesson);
  // Those of the demo, who can sign in: not the many that another measurement adds, whose names have no dot.
  const found = await withDatabase(
    async (connection) =>
      (
        await connection.query(
          `SELECT m.classId AS classId, p.signInName AS name FROM membership m JOIN person p ON p.id = m.personId
           WHERE m.part = 'learner' AND p.signInName LIKE '%.%' AND p.firstKey IS NULL AND m.classId IN (SELECT t.classId FROM membership t JOIN person q ON q.id = t.personId
             WHERE q.signInName = 'ilse.marrow' AND t.part = 'teacher')`,
        )
      )[0] as { classId: string; name: string }[],
  );
  const { classId } = found[0]!;
  const names = found.filter((one) => one.classId === classId).map((one) => one.name);
  expect(names.length).toBeGreaterThanOrEqual(count);
  const assignment = await give(page, lesson, classId);
  return { lesson, assignment, edition, classId, names: names.slice(0, count) };
}
