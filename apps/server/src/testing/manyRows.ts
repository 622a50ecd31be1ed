import { randomUUID } from 'node:crypto';

/** Runs one statement with its values. */
export type Run = (sql: string, values: readonly unknown[]) => Promise<unknown>;

export interface Crowd {
  readonly teacherId: string;
  readonly learnerId: string;
  readonly classId: string;
}

/** Writes many rows, some at a time. */
export const insertAll = async (run: Run, table: string, columns: string, rows: readonly (readonly unknown[])[]) => {
  for (let at = 0; at < rows.length; at += 500) {
    const some = rows.slice(at, at + 500);
    const places = some.map((row) => `(${row.map(() => '?').join(', ')})`).join(', ');
    await run(`INSERT INTO ${table} (${columns}) VALUES ${places}`, some.flat());
  }
};

/**
 * A class that has been given so many lessons, each with an edition, a hand-in of one learner that was handed back with
 * its feedback, and watched by them. Straight into the tables: what is looked at is how it is read.
 */
export async function giveMany(run: Run, { teacherId, learnerId, classId }: Crowd, count: number): Promise<string> {
  const now = new Date();
  const take = randomUUID();
  const edits = JSON.stringify({ version: 2, segments: [{ id: 'a', takeId: take, start: 0, end: 60e6 }] });
  const all = Array.from({ length: count }, () => ({
    lesson: randomUUID(),
    feedback: randomUUID(),
    editions: [randomUUID(), randomUUID()],
    assignment: randomUUID(),
    submission: randomUUID(),
  }));
  const lessonRow = (id: string, kind: string, submission: string | null) =>
    [id, teacherId, kind, 'Tides', 'Tides', '', 300_000, submission, 'assigned', 1, 60e6, 0, 0, now, now] as const;
  const lessonColumns =
    'id, ownerId, kind, title, words, goal, targetMs, submissionId, openTo, revision, length, undoable, redoable, createdAt, updatedAt';
  await insertAll(
    run,
    'lesson',
    lessonColumns,
    all.map(({ lesson }) => lessonRow(lesson, 'slides', null)),
  );
  await insertAll(
    run,
    'assignment',
    'id, classId, byId, toAll, instructions, dueAt, points, handIn, watchedPercent, workOpens, answersSeen, place, createdAt',
    all.map(({ assignment }, i) => [
      assignment,
      classId,
      teacherId,
      1,
      '',
      now,
      20,
      1,
      90,
      'at-once',
      'teacher',
      i,
      now,
    ]),
  );
  await insertAll(
    run,
    'assignment_lesson',
    'assignmentId, lessonId, place',
    all.map(({ assignment, lesson }) => [assignment, lesson, 0]),
  );
  await insertAll(
    run,
    'submission',
    'id, assignmentId, learnerId, state, kind, fileNames, text, handedInAt, times, named',
    all.map(({ submission, assignment }) => [
      submission,
      assignment,
      learnerId,
      'handed-back',
      'text',
      '[]',
      'x',
      now,
      1,
      0,
    ]),
  );
  await insertAll(
    run,
    'lesson',
    lessonColumns,
    all.map(({ feedback, submission }) => lessonRow(feedback, 'feedback', submission)),
  );
  await insertAll(
    run,
    'edition',
    'id, lessonId, number, state, edits, length, manifest, hasAac, files, jobId, createdAt',
    all.flatMap(({ lesson, feedback, editions }) =>
      [lesson, feedback].map((of, i) => [editions[i], of, 1, 'ready', edits, 60e6, 'x', 1, '[]', randomUUID(), now]),
    ),
  );
  await insertAll(
    run,
    'mark',
    'submissionId, points, comment, reason, withoutCaptions, forTimes, revision, handedBackAt, editionId',
    all.map(({ submission, editions }) => [submission, 15, 'Good', '', 0, 1, 1, now, editions[1]]),
  );
  await insertAll(
    run,
    'watched',
    'learnerId, lessonId, sourceId, layers, firstAt, lastAt',
    all.flatMap(({ lesson, feedback }) =>
      [lesson, feedback].map((of) => [learnerId, of, take, '[[{"start":0,"end":30000000}]]', now, now]),
    ),
  );
  return all[0]!.assignment;
}

/** So many more learners of a class who handed in for one assignment, were marked, and watched its lesson. */
export async function fillClass(
  run: Run,
  { teacherId, classId }: Crowd,
  assignment: string,
  count: number,
): Promise<void> {
  const now = new Date();
  const people = Array.from({ length: count }, () => ({
    id: randomUUID(),
    submission: randomUUID(),
    lesson: randomUUID(),
  }));
  await insertAll(
    run,
    'person',
    'id, signInName, name, role, passwordHash, createdAt',
    people.map(({ id }) => [id, id, 'Somebody', 'learner', '', now]),
  );
  await insertAll(
    run,
    'membership',
    'classId, personId, part',
    people.map(({ id }) => [classId, id, 'learner']),
  );
  await insertAll(
    run,
    'submission',
    'id, assignmentId, learnerId, state, kind, fileNames, text, handedInAt, times, named',
    people.map(({ id, submission }) => [submission, assignment, id, 'handed-in', 'text', '[]', 'x', now, 1, 0]),
  );
  await insertAll(
    run,
    'lesson',
    'id, ownerId, kind, title, goal, targetMs, submissionId, openTo, revision, length, undoable, redoable, createdAt, updatedAt',
    people.map(({ lesson, submission }) => [
      lesson,
      teacherId,
      'feedback',
      'x',
      '',
      300_000,
      submission,
      'assigned',
      0,
      0,
      0,
      0,
      now,
      now,
    ]),
  );
}
