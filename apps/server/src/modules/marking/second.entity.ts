import type { Choice } from '@oakbell/core/marking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** Who marks the hand-ins of an assignment a second time, without seeing what was given the first time. */
@Entity('second_marker')
export class SecondMarkerEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('person') @Index() @Column('uuid') personId: string;
  @Column(moment) since: Date;
}

/** What a second marker gives for a hand-in. */
@Entity('second_mark')
export class SecondMarkEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  @Column({ type: 'float', nullable: true }) points: number | null;
  @Column({ type: 'text' }) comment: string;
  /** What is said of points that are other than what the rubric comes to; nothing where they are not. */
  @Column({ type: 'text' }) reason: string;
  @ForeignKey('rubric_version') @Index() @Column({ type: 'uuid', nullable: true }) rubricVersionId: string | null;
  @Column({ type: 'json', nullable: true }) choices: readonly Choice[] | null;
  /** The hand-in they were given for: see `times` there. What came later has none yet. */
  @Column({ type: 'int' }) forTimes: number;
  /** Rises with each change; whoever changes them says which one they saw. */
  @Column({ type: 'int' }) revision: number;
  /** Since when they are done, and seen beside what was given first; null while they are not. */
  @Column({ ...moment, nullable: true }) doneAt: Date | null;
}
