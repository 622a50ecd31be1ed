/* What of the library is asked in SQL, and of whom: lessons that a teacher can use are asked for nowhere else. */

/** The units of the courses that a teacher has. Its parameter: the teacher. */
const UNITS = 'SELECT u.id FROM unit u JOIN course_teacher t ON t.courseId = u.courseId WHERE t.personId = ?';

/** Which of the lessons in their hands somebody wants to see. */
export interface Wanted {
  readonly place?: string;
  readonly without?: 'none';
  readonly tag?: string;
  readonly archived?: 'yes';
  readonly savedAs?: 'opening' | 'template' | 'none';
  readonly recorded?: 'yes';
}

/** A condition on a lesson `l`, with its parameters. */
export interface Condition {
  readonly sql: string;
  readonly values: readonly unknown[];
}

const all = (conditions: readonly Condition[]): Condition => ({
  sql: conditions.map(({ sql }) => `(${sql})`).join(' AND '),
  values: conditions.flatMap(({ values }) => values),
});
const plain = (sql: string, ...values: readonly unknown[]): Condition => ({ sql, values });

/** The lessons that are wanted, whoever has them. */
export function wantedLessons({ place, without, tag, archived, savedAs, recorded }: Wanted): Condition {
  return all([
    plain("l.kind IN ('slides', 'worked')"),
    plain(`l.archivedAt IS ${archived ? 'NOT NULL' : 'NULL'}`),
    ...(place
      ? [plain('l.unitId = ? OR l.unitId IN (SELECT id FROM unit WHERE courseId = ?)', place, place)]
      : without
        ? [plain('l.unitId IS NULL')]
        : []),
    ...(tag ? [plain('EXISTS(SELECT 1 FROM lesson_tag g WHERE g.lessonId = l.id AND g.tag = ?)', tag)] : []),
    ...(savedAs === 'none' ? [plain('l.savedAs IS NULL')] : savedAs ? [plain('l.savedAs = ?', savedAs)] : []),
    ...(recorded ? [plain('l.length > 0')] : []),
  ]);
}

/** Where a list goes on: after the lesson that was changed then. */
export interface After {
  readonly at: Date;
  readonly id: string;
}

/** The lessons in a teacher's hands. */
export const inHands = (personId: string): Condition =>
  plain(`l.ownerId = ? OR l.unitId IN (${UNITS})`, personId, personId);

/** The ids of so many wanted lessons, newest change first: one's own, and those of one's courses. */
export function listed(personId: string, wanted: Condition, { after, most }: { after: After | null; most: number }) {
  const later = after
    ? plain('l.updatedAt < ? OR (l.updatedAt = ? AND l.id < ?)', after.at, after.at, after.id)
    : plain('TRUE');
  // Each half is read from its end: together they would be sorted first, all of them.
  const half = (whose: Condition): Condition => {
    const { sql, values } = all([whose, wanted, later]);
    return {
      sql: `(SELECT l.id, l.updatedAt FROM lesson l WHERE ${sql} ORDER BY l.updatedAt DESC, l.id DESC LIMIT ${most})`,
      values,
    };
  };
  const halves = [half(plain('l.ownerId = ?', personId)), half(plain(`l.unitId IN (${UNITS})`, personId))];
  return plain(
    `${halves.map(({ sql }) => sql).join(' UNION ')} ORDER BY updatedAt DESC, id DESC LIMIT ${most}`,
    ...halves.flatMap(({ values }) => values),
  );
}

/** Where words are found, in the lessons that are wanted and in one's hands: rows of lesson and page, and no page where its title and tags say it. */
export function found(
  personId: string,
  wanted: Condition,
  { query, most }: { query: string; most: number },
): Condition {
  const { sql, values } = all([inHands(personId), wanted]);
  const part = (select: string, from: string, match: string): Condition => ({
    sql: `(SELECT ${select} FROM ${from} WHERE MATCH(${match}) AGAINST (? IN BOOLEAN MODE) AND ${sql} LIMIT ${most})`,
    values: [query, ...values],
  });
  const parts = [
    part('l.id, NULL AS pageId, -1 AS place', 'lesson l', 'l.words'),
    part('l.id, p.id, p.position', 'page p JOIN lesson l ON l.id = p.lessonId AND p.removedAt IS NULL', 'p.words'),
  ];
  return plain(
    `SELECT * FROM (${parts.map((one) => one.sql).join(' UNION ALL ')}) found ORDER BY place LIMIT ${most}`,
    ...parts.flatMap((one) => one.values),
  );
}
