/** Whoever can be asked in SQL. */
interface Database {
  query(sql: string): Promise<unknown>;
}

/**
 * What always holds of a school's rows, whatever broke in the middle of whatever was done: each query finds what may not
 * be, and finds nothing. Written once, for every test that breaks something.
 */
const NEVER: Readonly<Record<string, string>> = {
  'a finished take that never entered its lesson': `SELECT t.id FROM take t WHERE t.state = 'finished'
    AND NOT EXISTS(SELECT 1 FROM lesson_change c WHERE c.lessonId = t.lessonId AND c.edit LIKE CONCAT('%', t.id, '%'))`,
  'a hand-in without its feedback lesson': `SELECT s.id FROM submission s LEFT JOIN lesson l ON l.submissionId = s.id WHERE l.id IS NULL`,
  'a hand-in with other pages than those of its last time': `SELECT s.id FROM submission s JOIN lesson l ON l.submissionId = s.id
    LEFT JOIN handed_version v ON v.submissionId = s.id AND v.number = s.times
    WHERE l.replacedAt IS NULL AND (v.lessonId IS NULL OR v.lessonId <> l.id)`,
  'a hand-in without pages that nobody draws': `SELECT s.id FROM submission s JOIN lesson l ON l.submissionId = s.id
    WHERE NOT EXISTS(SELECT 1 FROM page p WHERE p.lessonId = l.id)
    AND NOT EXISTS(SELECT 1 FROM job j WHERE j.subjectId = l.id AND j.kind = 'import-pages')`,
  'a spoken hand-in without an edition': `SELECT s.id FROM submission s WHERE s.kind = 'spoken'
    AND NOT EXISTS(SELECT 1 FROM edition e WHERE e.lessonId = s.answerId)`,
  'an edition that is made for ever': `SELECT e.id FROM edition e JOIN job j ON j.id = e.jobId
    WHERE (e.state = 'making') <> (j.state IN ('waiting', 'running'))`,
  'an edition without the job that makes it': `SELECT e.id FROM edition e LEFT JOIN job j ON j.id = e.jobId WHERE j.id IS NULL`,
  'an edition that is ready and holds nothing': `SELECT id FROM edition WHERE state = 'ready' AND manifest IS NULL`,
  'a hand-in that is handed back and not, or without its spoken part': `SELECT s.id FROM submission s
    LEFT JOIN mark m ON m.submissionId = s.id JOIN lesson l ON l.submissionId = s.id
    WHERE (s.state = 'handed-back' AND m.handedBackAt IS NULL)
    OR (s.state = 'handed-back' AND l.length > 0 AND m.editionId IS NULL)`,
  'a lesson whose log ends elsewhere than it says': `SELECT l.id FROM lesson l
    LEFT JOIN lesson_change c ON c.lessonId = l.id AND c.revision = l.revision
    WHERE (l.revision > 0 AND (c.revision IS NULL OR c.length <> l.length))
    OR EXISTS(SELECT 1 FROM lesson_change d WHERE d.lessonId = l.id AND d.revision > l.revision)`,
  'a log with a gap': `SELECT c.lessonId AS id FROM lesson_change c GROUP BY c.lessonId HAVING COUNT(*) <> MAX(c.revision)`,
  'a list written down that is ahead of its log': `SELECT e.lessonId AS id FROM lesson_edits e JOIN lesson l ON l.id = e.lessonId WHERE e.revision > l.revision`,
  'a report that is counted and not written down, or the other way round': `SELECT v.id FROM visit v JOIN play p ON p.visitId = v.id
    WHERE v.counted = '[]'`,
  'slides that are opened for ever': `SELECT u.id FROM upload u WHERE u.state = 'converting'
    AND NOT EXISTS(SELECT 1 FROM job j WHERE j.subjectId = u.id AND j.state IN ('waiting', 'running'))`,
  'a key without an answer': `SELECT \`key\` AS id FROM act_key WHERE answer = ''`,
  'a job that runs and nobody runs it': `SELECT id FROM job WHERE state = 'running' AND runner IS NULL`,
  'a job that ended and never did': `SELECT id FROM job WHERE state IN ('done', 'failed', 'cancelled') AND endedAt IS NULL`,
  'two pages at one place': `SELECT p.id FROM page p JOIN page q ON q.lessonId = p.lessonId AND q.position = p.position AND q.id > p.id
    WHERE p.removedAt IS NULL AND q.removedAt IS NULL`,
  'bytes of a school that are nobody’s': `SELECT s.personId AS id FROM storage_use s
    WHERE s.personId = '00000000-0000-0000-0000-000000000000'
    AND s.bytes <> (SELECT COALESCE(SUM(bytes), 0) FROM storage_use WHERE personId <> s.personId)`,
};

/** So many of each are told. */
const TOLD = 3;
/** All of it in one question: it is asked after every break. */
const EVERYTHING = Object.entries(NEVER)
  .map(([what, sql]) => `(SELECT '${what}' AS what, CAST(f.id AS CHAR) AS id FROM (${sql}) f LIMIT ${TOLD})`)
  .join(' UNION ALL ');

interface PlayedRow {
  readonly who: string;
  readonly played: string;
}

/** What is wrong with the rows of a school, in words; nothing when all is well. */
export async function faultsIn(database: Database): Promise<readonly string[]> {
  const found = (await database.query(EVERYTHING)) as readonly { readonly what: string; readonly id: string }[];
  const faults = found.map(({ what, id }) => `${what}: ${id}`);
  // What was watched is what was told, play by play.
  const told = (await database.query(
    `SELECT CONCAT(v.learnerId, v.lessonId, p.sourceId) AS who, SUM(p.end - p.start) AS played
     FROM play p JOIN visit v ON v.id = p.visitId GROUP BY v.learnerId, v.lessonId, p.sourceId`,
  )) as readonly PlayedRow[];
  const kept = (await database.query(
    'SELECT CONCAT(learnerId, lessonId, sourceId) AS who, layers FROM watched',
  )) as readonly { readonly who: string; readonly layers: unknown }[];
  const sums = new Map(kept.map(({ who, layers }) => [who, lengthIn(layers)]));
  for (const { who, played } of told)
    if (sums.get(who) !== Number(played)) faults.push(`watched ${sums.get(who)} of ${played} told: ${who}`);
  if (sums.size !== told.length) faults.push('something was watched that nobody told');
  return faults;
}

function lengthIn(value: unknown): number {
  const layers = (typeof value === 'string' ? JSON.parse(value) : value) as { start: number; end: number }[][];
  return layers.flat().reduce((sum, { start, end }) => sum + end - start, 0);
}
