import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import type { Edit, EditList } from '@oakbell/core/edits';
import { LONGEST_TAG, LONGEST_TITLE } from '@oakbell/core/library';
import type { Opening, OpenTo } from '@oakbell/core/opening';
import { bigWhole, moment } from '../../platform/database/index.ts';

/**
 * `answer`: what a learner says for an assignment; it is theirs. `worksheet`: pages that learners write on, as they were
 * given; nothing is spoken on it.
 */
export const LESSON_KINDS = ['slides', 'worked', 'feedback', 'answer', 'worksheet'] as const;
export type LessonKind = (typeof LESSON_KINDS)[number];
export const SAVED_AS = ['opening', 'template'] as const;
export type SavedAs = (typeof SAVED_AS)[number];
export const COURSE_MAY = ['use', 'change'] as const;
export type CourseMay = (typeof COURSE_MAY)[number];

@Entity('lesson')
@Index(['answersId', 'ownerId'], { unique: true })
@Index(['ownerId', 'updatedAt'])
@Index(['unitId', 'updatedAt'])
@Index(['words'], { fulltext: true })
export class LessonEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person') @Column('uuid') ownerId: string;
  @Column({ type: 'varchar', length: 10 }) kind: LessonKind;
  @Column({ type: 'varchar', length: LONGEST_TITLE }) title: string;
  /** Its title and its tags: what it is found by, besides its pages. */
  @Column({ type: 'varchar', length: 1000, default: '' }) words: string;
  /** The one thing learners can do afterwards. */
  @Column({ type: 'varchar', length: 300, default: '' }) goal: string;
  /** The length aimed at, in milliseconds. */
  @Column({ type: 'int', default: 300_000 }) targetMs: number;
  @ForeignKey('unit', { onDelete: 'SET NULL' }) @Column({ type: 'uuid', nullable: true }) unitId: string | null;
  /** Kept to begin others from: an opening's pages come first in another lesson, a template is copied whole. */
  @Column({ type: 'varchar', length: 10, nullable: true }) savedAs: SavedAs | null;
  /** For spoken feedback: the hand-in it speaks about. */
  @ForeignKey('submission') @Index() @Column({ type: 'uuid', nullable: true }) submissionId: string | null;
  /** Since when something else was handed in instead of its pages; null for what is there now. */
  @Column({ ...moment, nullable: true }) replacedAt: Date | null;
  /** For a spoken answer: the assignment that it answers. */
  @ForeignKey('assignment') @Column({ type: 'uuid', nullable: true }) answersId: string | null;
  /** Before whom it is open once it is published, and from when until when: whenever, where a moment is null. */
  @Column({ type: 'varchar', length: 10 }) openTo: OpenTo;
  @Column({ ...moment, nullable: true }) openFrom: Date | null;
  @Column({ ...moment, nullable: true }) openUntil: Date | null;
  /** What the other teachers of its course may do: use it as it is, or change it. */
  @Column({ type: 'varchar', length: 6, default: 'use' }) courseMay: CourseMay;
  /** Since when it is put away; null while it is among the others. Who was given it still has it. */
  @Column({ ...moment, nullable: true }) archivedAt: Date | null;
  /** Rises with each change of the edits; a change names the one it was made on. */
  @Column({ type: 'int' }) revision: number;
  /** Length of the programme in microseconds, and its cover: what lists show without reading the edits. */
  @Column(bigWhole) length: number;
  @Column({ type: 'char', length: 64, nullable: true }) cover: string | null;
  /** The changes that are taken back next, and done again next, and how many of each there are. */
  @Column({ type: 'int', nullable: true }) undo: number | null;
  @Column({ type: 'int', nullable: true }) redo: number | null;
  @Column({ type: 'int' }) undoable: number;
  @Column({ type: 'int' }) redoable: number;
  @Column(moment) createdAt: Date;
  @Column(moment) updatedAt: Date;
}

/** Another lesson whose takes a lesson plays, and whose pages it therefore needs. */
@Entity('lesson_source')
export class LessonSourceEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @ForeignKey('lesson') @Index() @PrimaryColumn('uuid') sourceId: string;
}

/** A word of its maker's by which a lesson is found. */
@Entity('lesson_tag')
export class LessonTagEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @PrimaryColumn({ type: 'varchar', length: LONGEST_TAG }) tag: string;
}

type LessonFacts = Omit<LessonEntity, 'words' | 'kind' | 'unitId' | 'savedAs' | 'submissionId' | 'answersId'>;
/** A lesson that its teacher gives to whom they like; it has its place among the others. */
export type TaughtLesson = LessonFacts & {
  readonly kind: 'slides' | 'worked';
  readonly unitId: string | null;
  readonly savedAs: SavedAs | null;
  readonly submissionId: null;
  readonly answersId: null;
};
/** What a teacher says of one hand-in. */
export type FeedbackLesson = LessonFacts & {
  readonly kind: 'feedback';
  readonly unitId: null;
  readonly savedAs: null;
  readonly submissionId: string;
  readonly answersId: null;
};
/** What a learner says for one assignment. */
export type AnswerLesson = LessonFacts & {
  readonly kind: 'answer';
  readonly unitId: null;
  readonly savedAs: null;
  readonly submissionId: null;
  readonly answersId: string;
};
/** Pages that learners write on, each on a sheet of their own. */
export type WorksheetLesson = LessonFacts & {
  readonly kind: 'worksheet';
  readonly unitId: null;
  readonly savedAs: null;
  readonly submissionId: null;
  readonly answersId: null;
};
export type Lesson = TaughtLesson | FeedbackLesson | AnswerLesson | WorksheetLesson;
/** Before whom a lesson is open, and when. */
export const openingOf = ({ openTo, openFrom, openUntil }: OpeningColumns): Opening => ({
  to: openTo,
  from: openFrom?.getTime() ?? null,
  until: openUntil?.getTime() ?? null,
});
type OpeningColumns = Pick<LessonEntity, 'openTo' | 'openFrom' | 'openUntil'>;
export const openingColumns = ({ to, from, until }: Opening): OpeningColumns => ({
  openTo: to,
  openFrom: from === null ? null : new Date(from),
  openUntil: until === null ? null : new Date(until),
});
export const isTaught = (lesson: Lesson): lesson is TaughtLesson =>
  lesson.kind === 'slides' || lesson.kind === 'worked';

/** One change of a lesson's edits: together, in rising revision, they are its edit list and its history. */
@Entity('lesson_change')
export class LessonChangeEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @PrimaryColumn({ type: 'int' }) revision: number;
  /** What was done: of a change that takes another back, its opposite. */
  @Column({ type: 'json' }) edit: Edit;
  /** The change that lies beneath it in the stack it belongs to. */
  @Column({ type: 'int', nullable: true }) below: number | null;
  /** Length of the programme after it, in microseconds. */
  @Column(bigWhole) length: number;
  @Column('uuid') byId: string;
  @Column(moment) at: Date;
}

/** The edit list as of a revision, so that the log need not be read from its start. It can be made again at any time. */
@Entity('lesson_edits')
export class LessonEditsEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @Column({ type: 'int' }) revision: number;
  @Column({ type: 'json' }) edits: EditList;
}
