/*
 * What is asked of the database before anything is allowed: one query for each kind of thing, which tells how a person
 * stands to it. The tables belong to other modules; that somebody's rights follow from them is known here alone.
 */

/** How a person stands to a lesson. */
export interface LessonFacts {
  readonly kind: 'slides' | 'worked' | 'feedback' | 'answer' | 'worksheet';
  readonly owns: boolean;
  /** Teaches the course that it is part of; its maker lets the others of the course change it. */
  readonly shares: boolean;
  readonly open: boolean;
  /** Nobody but its makers may watch it now: it is for them alone, or it is not its time. */
  readonly closed: boolean;
  readonly onlyMine: boolean;
  /** It is open before everybody at the school. */
  readonly toSchool: boolean;
  /** A learner who was given it; a teacher of a class that was. */
  readonly given: boolean;
  readonly teachesGiven: boolean;
  /** A learner of a class on whose page it was for a day, whether that day is over or not. */
  readonly wasWord: boolean;
  /** For feedback: it is about this learner's own work, which was handed back; this person teaches the class. */
  readonly ownWork: boolean;
  readonly handedBack: boolean;
  readonly teachesWork: boolean;
  /** For an answer: makes it with whose it is. */
  readonly partner: boolean;
  /** It is a small lesson, with pages that its makers choose. */
  readonly small: boolean;
  /** For a spoken answer: a learner who has what it answers still; a teacher of the class, once it was handed in. */
  readonly learnsAnswer: boolean;
  readonly teachesAnswer: boolean;
  /** A learner who has what it answers, once a teacher has shown it to the class. */
  readonly shownAnswer: boolean;
  /** For a worksheet: teaches a class that has it. */
  readonly teachesSheet: boolean;
}
export interface TakeFacts extends LessonFacts {
  readonly recorded: boolean;
  /** Another lesson plays it that is in this person's hands. */
  readonly borrows: boolean;
}
export interface EditionFacts extends LessonFacts {
  readonly ready: boolean;
  readonly editionWithdrawn: boolean;
}
export interface VisitFacts extends EditionFacts {
  readonly visits: boolean;
}
export interface ClassFacts {
  readonly teaches: boolean;
  readonly learns: boolean;
}
export interface PersonFacts {
  /** They learn in a class that this person teaches. */
  readonly teachesThem: boolean;
}
export interface AssignmentFacts {
  readonly teaches: boolean;
  readonly learns: boolean;
  /** Has handed something in for it, in this class or before leaving it. */
  readonly handedIn: boolean;
}
export interface SubmissionFacts {
  readonly teaches: boolean;
  /** A learner who has its assignment, while a teacher's yes stands that the class may see it. */
  readonly shown: boolean;
}
export interface OwnedFacts {
  readonly owns: boolean;
}
/** A rubric is in the hands of whoever made it, and of all who teach its course. */
export interface RubricFacts extends OwnedFacts {
  readonly teaches: boolean;
}
export interface CourseFacts {
  readonly teaches: boolean;
}

/** A thing of the school itself: how anybody stands to it makes no difference. */
export type SchoolFacts = Readonly<Record<string, never>>;

/** What is known of each kind of thing. */
export interface FactsOf {
  readonly lesson: LessonFacts;
  readonly take: TakeFacts;
  readonly edition: EditionFacts;
  readonly visit: VisitFacts;
  readonly class: ClassFacts;
  readonly person: PersonFacts;
  readonly assignment: AssignmentFacts;
  readonly submission: SubmissionFacts;
  readonly course: CourseFacts;
  readonly unit: CourseFacts;
  readonly template: OwnedFacts;
  readonly rubric: RubricFacts;
  readonly comment: OwnedFacts;
  readonly job: OwnedFacts;
  readonly roster: SchoolFacts;
}
export type Thing = keyof FactsOf;

/** What is asked, as rows: which question, the person, the thing. */
const ME = `(SELECT n, CAST(asker AS UUID) AS id, CAST(asked AS UUID) AS thing
  FROM JSON_TABLE(?, '$[*]' COLUMNS (n FOR ORDINALITY, asker CHAR(36) PATH '$[0]', asked CHAR(36) PATH '$[1]')) pairs) me`;
/** Whether somebody teaches the class of an assignment. */
const teachesClassOf = (assignment: string, more = ''): string =>
  `EXISTS(SELECT 1 FROM assignment a JOIN membership m ON m.classId = a.classId AND m.personId = me.id AND m.part = 'teacher'${more} WHERE ${assignment})`;

/** Whether this learner has an assignment. */
const has = (assignment: string, more = ''): string =>
  `EXISTS(SELECT 1 FROM assigned d${more} WHERE d.learnerId = me.id AND ${assignment})`;
/** Whether this learner has an assignment whose class sees what was handed in for it, and a teacher's yes stands for this. */
const isShown = (submission: string): string =>
  `EXISTS(SELECT 1 FROM submission x JOIN assignment a ON a.id = x.assignmentId AND a.answersSeen = 'class'
    JOIN assigned d ON d.assignmentId = a.id AND d.learnerId = me.id WHERE ${submission} AND x.approvedAt IS NOT NULL)`;

/** Whether somebody has this part in a class on whose page a lesson stands for the day. */
const wordFor = (part: 'teacher' | 'learner', more = ' AND w.until > UTC_TIMESTAMP(3)'): string =>
  `EXISTS(SELECT 1 FROM quick_word w JOIN membership m ON m.classId = w.classId AND m.personId = me.id AND m.part = '${part}'
    WHERE w.lessonId = l.id${more})`;

/** Whether somebody teaches the course that a lesson is part of. */
const shares = (lesson: string): string =>
  `EXISTS(SELECT 1 FROM unit u JOIN course_teacher ct ON ct.courseId = u.courseId AND ct.personId = me.id WHERE u.id = ${lesson}.unitId)`;
/** What is asked of one kind of lesson alone is not looked for where it is another one. */
const LESSON = `l.kind AS kind, l.ownerId = me.id AS owns,
  l.openTo = 'me' AS onlyMine, l.openTo = 'school' AS toSchool,
  l.openTo = 'me' OR COALESCE(l.openFrom > UTC_TIMESTAMP(3), 0) OR COALESCE(l.openUntil <= UTC_TIMESTAMP(3), 0) AS closed,
  ${shares('l')} AS shares, l.courseMay = 'change' AS open,
  ${has('al.lessonId = l.id', ' JOIN assignment_lesson al ON al.assignmentId = d.assignmentId')}
    OR ${wordFor('learner')} AS given,
  ${teachesClassOf('al.lessonId = l.id', ' JOIN assignment_lesson al ON al.assignmentId = a.id')}
    OR ${wordFor('teacher')} AS teachesGiven,
  ${wordFor('learner', '')} AS wasWord,
  COALESCE(s.learnerId = me.id, 0) OR COALESCE(s.partnerId = me.id, 0) AS ownWork, COALESCE(s.state = 'handed-back', 0) AS handedBack,
  l.kind = 'feedback' AND ${teachesClassOf('a.id = s.assignmentId')} AS teachesWork,
  l.kind = 'answer' AND EXISTS(SELECT 1 FROM answer_pair p WHERE p.lessonId = l.id AND p.partnerId = me.id) AS partner,
  l.kind = 'answer' AND EXISTS(SELECT 1 FROM assignment a WHERE a.id = l.answersId AND a.makers IS NOT NULL) AS small,
  l.kind = 'answer' AND ${has('d.assignmentId = l.answersId')} AS learnsAnswer,
  l.kind = 'answer' AND ${teachesClassOf('x.answerId = l.id', ' JOIN submission x ON x.assignmentId = a.id')} AS teachesAnswer,
  l.kind = 'answer' AND ${isShown('x.answerId = l.id AND x.agreedWhole')} AS shownAnswer,
  l.kind = 'worksheet' AND ${teachesClassOf('a.worksheetId = l.id')} AS teachesSheet`;
const WORK = 'LEFT JOIN submission s ON s.id = l.submissionId';
const EDITION = "e.state = 'ready' AS ready, e.withdrawnAt IS NOT NULL AS editionWithdrawn";
const BORROWS = `EXISTS(SELECT 1 FROM lesson_source x JOIN lesson d ON d.id = x.lessonId
  WHERE x.sourceId = l.id AND (d.ownerId = me.id OR (d.courseMay = 'change' AND ${shares('d')}))) AS borrows`;
const teachesCourse = (course: string): string =>
  `EXISTS(SELECT 1 FROM course_teacher ct WHERE ct.courseId = ${course} AND ct.personId = me.id) AS teaches`;

/**
 * The query for each kind of thing. Its parameter: pairs of a person and a thing, as JSON. A row tells the number of the
 * pair that it answers, from 1; no row: there is no such thing.
 */
export const QUERIES: Readonly<Record<Thing, string>> = {
  lesson: `SELECT STRAIGHT_JOIN me.n, ${LESSON} FROM ${ME} JOIN lesson l ${WORK} WHERE l.id = me.thing`,
  take: `SELECT STRAIGHT_JOIN me.n, ${LESSON}, t.byId = me.id AS recorded, ${BORROWS} FROM ${ME} JOIN take t JOIN lesson l ON l.id = t.lessonId ${WORK} WHERE t.id = me.thing`,
  edition: `SELECT STRAIGHT_JOIN me.n, ${LESSON}, ${EDITION} FROM ${ME} JOIN edition e JOIN lesson l ON l.id = e.lessonId ${WORK} WHERE e.id = me.thing`,
  visit: `SELECT STRAIGHT_JOIN me.n, ${LESSON}, ${EDITION}, v.learnerId = me.id AS visits FROM ${ME} JOIN visit v JOIN edition e ON e.id = v.editionId JOIN lesson l ON l.id = e.lessonId ${WORK} WHERE v.id = me.thing`,
  class: `SELECT STRAIGHT_JOIN me.n, EXISTS(SELECT 1 FROM membership m WHERE m.classId = c.id AND m.personId = me.id AND m.part = 'teacher') AS teaches,
    EXISTS(SELECT 1 FROM membership m WHERE m.classId = c.id AND m.personId = me.id AND m.part = 'learner') AS learns FROM ${ME} JOIN school_class c WHERE c.id = me.thing`,
  person: `SELECT STRAIGHT_JOIN me.n, p.role = 'learner' AND EXISTS(SELECT 1 FROM membership l
      JOIN membership m ON m.classId = l.classId AND m.personId = me.id AND m.part = 'teacher'
      WHERE l.personId = p.id AND l.part = 'learner') AS teachesThem
    FROM ${ME} JOIN person p WHERE p.id = me.thing`,
  assignment: `SELECT STRAIGHT_JOIN me.n,
    EXISTS(SELECT 1 FROM membership m WHERE m.classId = b.classId AND m.personId = me.id AND m.part = 'teacher') AS teaches,
    ${has('d.assignmentId = b.id')} AS learns,
    EXISTS(SELECT 1 FROM submission x WHERE x.assignmentId = b.id AND (x.learnerId = me.id OR x.partnerId = me.id)) AS handedIn
    FROM ${ME} JOIN assignment b WHERE b.id = me.thing`,
  submission: `SELECT STRAIGHT_JOIN me.n, ${teachesClassOf('a.id = x0.assignmentId')} AS teaches, ${isShown('x.id = x0.id')} AS shown FROM ${ME} JOIN submission x0 WHERE x0.id = me.thing`,
  course: `SELECT STRAIGHT_JOIN me.n, ${teachesCourse('c.id')} FROM ${ME} JOIN course c WHERE c.id = me.thing`,
  unit: `SELECT STRAIGHT_JOIN me.n, ${teachesCourse('u.courseId')} FROM ${ME} JOIN unit u WHERE u.id = me.thing`,
  template: `SELECT STRAIGHT_JOIN me.n, t.ownerId = me.id AS owns FROM ${ME} JOIN assignment_template t ON t.id = me.thing`,
  rubric: `SELECT STRAIGHT_JOIN me.n, r.ownerId = me.id AS owns, ${teachesCourse('r.courseId')} FROM ${ME} JOIN rubric r ON r.id = me.thing`,
  comment: `SELECT STRAIGHT_JOIN me.n, t.ownerId = me.id AS owns FROM ${ME} JOIN comment_line t ON t.id = me.thing`,
  job: `SELECT STRAIGHT_JOIN me.n, t.ownerId = me.id AS owns FROM ${ME} JOIN job t ON t.id = me.thing`,
  roster: `SELECT STRAIGHT_JOIN me.n FROM ${ME} JOIN roster r ON r.id = me.thing`,
};

const HAVE = `SELECT d.learnerId AS id FROM assignment_lesson al JOIN assigned d ON d.assignmentId = al.assignmentId WHERE al.lessonId = ?`;
const TEACHES = " AND m.part = 'teacher'";
const TEACH_GIVEN = `SELECT m.personId AS id FROM assignment_lesson al JOIN assignment a ON a.id = al.assignmentId JOIN membership m ON m.classId = a.classId${TEACHES} WHERE al.lessonId = ?`;
const ABOUT = `SELECT m.personId AS id FROM lesson l JOIN submission s ON s.id = l.submissionId JOIN assignment a ON a.id = s.assignmentId JOIN membership m ON m.classId = a.classId${TEACHES} WHERE l.id = ?`;
const PARTNER = 'SELECT p.partnerId AS id FROM answer_pair p WHERE p.lessonId = ? AND p.partnerId IS NOT NULL';
/** In whose hands a lesson is to be changed. Its parameter, three times: the lesson. */
export const MAKERS = `SELECT ownerId AS id FROM lesson WHERE id = ? UNION ${PARTNER} UNION SELECT t.personId FROM lesson l
  JOIN unit u ON u.id = l.unitId JOIN course_teacher t ON t.courseId = u.courseId WHERE l.id = ? AND l.courseMay = 'change'`;
/** Who has lessons by their course alone. Its parameter: the lessons. */
export const SHARERS = `SELECT DISTINCT t.personId AS id FROM lesson l JOIN unit u ON u.id = l.unitId
  JOIN course_teacher t ON t.courseId = u.courseId AND t.personId <> l.ownerId WHERE l.id IN (?)`;
/** Who is told of a lesson, among them whoever watched it within a day. Its parameter, ten times: the lesson. */
export const AUDIENCE = `SELECT ownerId AS id FROM lesson WHERE id = ? UNION ${PARTNER} UNION ${HAVE} UNION ${TEACH_GIVEN}
  UNION SELECT s.learnerId FROM lesson l JOIN submission s ON s.id = l.submissionId WHERE l.id = ?
  UNION SELECT s.partnerId FROM lesson l JOIN submission s ON s.id = l.submissionId AND s.partnerId IS NOT NULL WHERE l.id = ? UNION ${ABOUT}
  UNION SELECT m.personId FROM lesson l JOIN assignment a ON a.id = l.answersId JOIN membership m ON m.classId = a.classId${TEACHES} WHERE l.id = ?
  UNION SELECT m.personId FROM quick_word w JOIN membership m ON m.classId = w.classId WHERE w.lessonId = ?
  UNION SELECT v.learnerId FROM visit v WHERE v.lessonId = ? AND v.lastAt > UTC_TIMESTAMP(3) - INTERVAL 1 DAY`;
/** Who is told how a lesson is watched. Its parameter, three times: the lesson. */
export const TEACHERS = `${TEACH_GIVEN} UNION ${ABOUT}
  UNION SELECT m.personId FROM quick_word w JOIN membership m ON m.classId = w.classId${TEACHES} WHERE w.lessonId = ?`;

/** What a row says: everything in it but the kind of a lesson is yes or no. */
export function factsIn(row: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => [name, name === 'kind' ? value : Number(value) === 1]),
  );
}
