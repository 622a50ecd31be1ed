import {
  LONGEST_ANSWER_MS,
  MOST_POINTS,
  SHORTEST_ANSWER_MS,
  USUAL_WATCHED,
  WHOLE_CLASS,
  type Whom,
  type AnswersSeen,
  type WorkOpens,
} from '@oakbell/core/assigning';
import type { Api, Lesson } from '../../../shared/api/index.ts';
import { fieldValue, inAWeek, momentOf } from '../due.ts';

/** What a template keeps, and what is asked for with its lessons and its moment. */
export type AskedWork = Omit<Api['TemplateFactsDto'], 'name'>;
export type Asked = Omit<Api['NewAssignmentsDto'], 'to'>;

/** A class as it stands in the sheet; its name is empty while none is chosen. */
export interface Chosen {
  readonly classId: string;
  readonly whom: Whom;
}
export interface ChosenLesson {
  readonly id: string;
  readonly title: string;
}

/** What learners record: nothing, an answer on one page, or a small lesson with pages of their own. */
export type Recorded = 'nothing' | 'answer' | 'lesson' | 'lesson-in-twos';
const MAKERS: Readonly<Record<Recorded, number | null>> = {
  ...{ nothing: null, answer: null, lesson: 1, 'lesson-in-twos': 2 },
};
const recordedIn = ({ answerLimitMs, makers }: Pick<AskedWork, 'answerLimitMs' | 'makers'>): Recorded => {
  if (answerLimitMs == null) return 'nothing';
  if (makers == null) return 'answer';
  return makers > 1 ? 'lesson-in-twos' : 'lesson';
};
/** Whether something comes back: there is a worksheet, or files, text or a recording are asked for. */
export const comesBack = ({
  handIn,
  records,
  worksheetId,
}: Pick<Terms, 'handIn' | 'records' | 'worksheetId'>): boolean =>
  handIn || records !== 'nothing' || worksheetId !== null;

/** What is asked for, apart from who has it, which lessons and by when: templates keep this. */
export interface Work {
  instructions: string;
  graded: boolean;
  points: number;
  handIn: boolean;
  workOpens: WorkOpens;
  /** What learners record, of so many seconds at most. */
  records: Recorded;
  seconds: number;
  answersSeen: AnswersSeen;
  /** Whether learners may ask at a moment. */
  asking: boolean;
  /** Whether they may keep its lessons on their device. */
  offline: boolean;
  watchedPercent: number;
}
/** The sheet as it is filled in. */
export interface Terms extends Work {
  to: Chosen[];
  lessons: ChosenLesson[];
  files: readonly Api['AttachmentDto'][];
  /** The pages that learners write on; none when null. */
  worksheetId: string | null;
  dueAt: string;
  /** The unit of the class page; the lesson's own as long as it is null. */
  unit: string | null;
  /** The day it is for, yyyy-mm-dd; for none when empty. */
  day: string;
  /** The page of the lesson that a spoken answer is given on; an empty board when it is empty. */
  answerPage: string;
}

export const NO_CLASS: Chosen = { classId: '', whom: WHOLE_CLASS };

const USUAL: AskedWork = {
  ...{ instructions: '', points: null, handIn: true, answerLimitMs: null, makers: null },
  ...{ watchedPercent: USUAL_WATCHED, workOpens: 'at-once', answersSeen: 'teacher', asking: true, offline: false },
};

/** What was asked for before, or with a template, as the sheet shows it. */
export const workOf = (asked: AskedWork = USUAL): Work => ({
  instructions: asked.instructions,
  graded: asked.points !== null,
  points: asked.points ?? 20,
  handIn: asked.handIn,
  workOpens: asked.workOpens,
  records: recordedIn(asked),
  answersSeen: asked.answersSeen ?? 'teacher',
  asking: asked.asking ?? true,
  offline: asked.offline ?? false,
  seconds: (asked.answerLimitMs ?? 60_000) / 1000,
  watchedPercent: asked.watchedPercent,
});

export const termsOf = (lesson: Lesson, zone: string, given?: Api['AssignmentDto']): Terms => ({
  ...workOf(given),
  to: given ? [{ classId: given.classId, whom: given.whom }] : [NO_CLASS],
  lessons: given?.lessons ?? [{ id: lesson.id, title: lesson.title }],
  files: given?.attachments ?? [],
  worksheetId: given?.worksheetId ?? null,
  dueAt: given ? fieldValue(new Date(given.dueAt), zone) : inAWeek(new Date(), zone),
  answerPage: given?.answerPage ?? '',
  unit: given ? (given.unit ?? '') : null,
  day: given?.day ?? '',
});

/** What a template keeps of it. */
export const askedOf = (work: Work): AskedWork => ({
  instructions: work.instructions,
  points: work.graded ? work.points : null,
  handIn: work.handIn || work.records !== 'nothing',
  answerLimitMs: work.records === 'nothing' ? null : work.seconds * 1000,
  makers: MAKERS[work.records],
  watchedPercent: work.watchedPercent,
  asking: work.asking,
  offline: work.offline,
  ...(work.handIn || work.records !== 'nothing'
    ? { workOpens: work.workOpens, answersSeen: work.answersSeen }
    : { workOpens: 'at-once', answersSeen: 'teacher' }),
});

/** The unit that it stands in; null for none. @param own the lesson's own, which is taken where nothing else is said */
export const unitOf = ({ unit }: Pick<Terms, 'unit'>, own: string): string | null => (unit ?? own).trim() || null;

interface Beside {
  /** The unit that the lesson is in. */
  readonly ownUnit: string;
  /** The moment that stands when the field was not changed. */
  readonly until?: string | undefined;
}
/** The same with its lessons, its moment and its place on the class page. */
export function bodyOf(terms: Terms, zone: string, { ownUnit, until }: Beside): Asked {
  const moment = momentOf(terms.dueAt, zone, new Date());
  return {
    ...askedOf(terms),
    lessonIds: terms.lessons.map(({ id }) => id),
    attachmentIds: terms.files.map(({ id }) => id),
    worksheetId: terms.worksheetId,
    ...(terms.worksheetId === null ? {} : { handIn: true, workOpens: terms.workOpens, answersSeen: terms.answersSeen }),
    dueAt: typeof moment === 'string' ? (until ?? '') : moment.toISOString(),
    answerPage: terms.records === 'answer' && terms.answerPage !== '' ? terms.answerPage : null,
    unit: unitOf(terms, ownUnit),
    day: terms.day || null,
  };
}

/** What is wrong with the numbers of it, in words. */
export const secondsFault = (seconds: unknown, { records }: Work): string | null =>
  records !== 'nothing' &&
  !(Number(seconds) * 1000 >= SHORTEST_ANSWER_MS && Number(seconds) * 1000 <= LONGEST_ANSWER_MS)
    ? 'From ten seconds to fifteen minutes'
    : null;
export const pointsFault = (points: unknown, { graded }: Work): string | null =>
  graded && !(Number(points) >= 1 && Number(points) <= MOST_POINTS) ? `From 1 to ${MOST_POINTS} points` : null;
