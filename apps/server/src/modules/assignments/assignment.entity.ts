import { LONGEST_TEMPLATE, type AnswersSeen, type WorkOpens } from '@oakbell/core/assigning';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** How something is to be done: what is said of it whoever has it, and by when. */
export abstract class Terms {
  /** Clean HTML. Letters of some scripts are four bytes each: more than a plain text column holds. */
  @Column({ type: 'mediumtext' }) instructions: string;
  /** The most points there are; null when none are given. */
  @Column({ type: 'int', nullable: true }) points: number | null;
  /** Whether learners hand something in. */
  @Column({ type: 'boolean' }) handIn: boolean;
  /** The longest a spoken answer may be, in ms; null when none is asked for. */
  @Column({ type: 'int', nullable: true }) answerLimitMs: number | null;
  /**
   * How many learners make a small lesson together, with pages of their own and no longer than an answer; a spoken
   * answer on one page is asked for when null.
   */
  @Column({ type: 'int', nullable: true }) makers: number | null;
  /** From how much of each lesson on it counts as watched, in per cent. */
  @Column({ type: 'int' }) watchedPercent: number;
  @Column({ type: 'varchar', length: 12 }) workOpens: WorkOpens;
  @Column({ type: 'varchar', length: 8 }) answersSeen: AnswersSeen;
  /** Whether learners may ask at a moment of its lessons, and give signs. */
  @Column({ type: 'boolean', default: true }) asking: boolean;
  /** Whether learners may keep its lessons on their device, for when there is no network. */
  @Column({ type: 'boolean', default: false }) offline: boolean;
}

/**
 * What was given to learners of one class: its lessons stand in `assignment_lesson`. Who has it is told by the view
 * `assigned`, from the class, its groups and those who are named.
 */
@Entity('assignment')
export class AssignmentEntity extends Terms {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('school_class') @Index() @Column('uuid') classId: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  /** All of the class have it, but those left out. */
  @Column({ type: 'boolean' }) toAll: boolean;
  @Column(moment) dueAt: Date;
  /** The page of one of its lessons that a spoken answer is given on; an empty board when null. */
  @Column({ type: 'uuid', nullable: true }) answerPage: string | null;
  /** The pages that its learners write on; no worksheet when null. */
  @ForeignKey('lesson') @Index() @Column({ type: 'uuid', nullable: true }) worksheetId: string | null;
  /** By what its hand-ins are marked; by points alone when null. */
  @ForeignKey('rubric') @Index() @Column({ type: 'uuid', nullable: true }) rubricId: string | null;
  /** Where it stands on the page of its class: in a unit, for a day, and there in this place. */
  @ForeignKey('class_unit', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) unitId:
    string | null;
  @Column({ type: 'date', nullable: true }) day: string | null;
  @Column({ type: 'int' }) place: number;
  /** The copying of another class that made it. */
  @ForeignKey('course_copy', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) copyId:
    string | null;
  @Column(moment) createdAt: Date;
  /** When it was last changed in what its learners are to do; null while it is as it was given. */
  @Column({ ...moment, nullable: true }) changedAt: Date | null;
}

/** The lessons of an assignment, in their order. */
@Entity('assignment_lesson')
export class AssignmentLessonEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('lesson') @Index() @PrimaryColumn('uuid') lessonId: string;
  @Column({ type: 'int' }) place: number;
}

/** A group that has an assignment. A group cannot go while it has one: its members are named in its place first. */
@Entity('assignment_group')
export class AssignmentGroupEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('class_group') @Index() @PrimaryColumn('uuid') groupId: string;
}

/** A learner who is named for an assignment, or left out of it. */
@Entity('assignment_learner')
export class AssignmentLearnerEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') personId: string;
  @Column({ type: 'boolean' }) has: boolean;
}

/** What a teacher asks for again and again, under a name of theirs. */
@Entity('assignment_template')
@Index(['ownerId', 'name'], { unique: true })
export class AssignmentTemplateEntity extends Terms {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Column('uuid') ownerId: string;
  @Column({ type: 'varchar', length: LONGEST_TEMPLATE }) name: string;
}
