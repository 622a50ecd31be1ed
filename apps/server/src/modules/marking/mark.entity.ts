import type { Choice } from '@oakbell/core/marking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher gives for a hand-in. The spoken part is the feedback lesson of the hand-in. */
@Entity('mark')
export class MarkEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  @Column({ type: 'float', nullable: true }) points: number | null;
  @Column({ type: 'text' }) comment: string;
  /** The hand-in they were given for: see `times` there. What came later has none yet. */
  @Column({ type: 'int' }) forTimes: number;
  /** What is said of points that are other than what the rubric comes to; nothing where they are not. */
  @Column({ type: 'text' }) reason: string;
  /** The rubric as it was when its lines were filled, and how; null where none was. */
  @ForeignKey('rubric_version') @Index() @Column({ type: 'uuid', nullable: true }) rubricVersionId: string | null;
  @Column({ type: 'json', nullable: true }) choices: readonly Choice[] | null;
  /** Since when they are done, and kept until they are handed back with others; null while they are not, or are back. */
  @Column({ ...moment, nullable: true }) readyAt: Date | null;
  /** When they are to be handed back by themselves. */
  @Index() @Column({ ...moment, nullable: true }) backAt: Date | null;
  /** Whoever marked it knows that a learner who needs captions gets what was spoken without. */
  @Column({ type: 'boolean' }) withoutCaptions: boolean;
  /** Rises with each change; whoever changes them says which one they saw. */
  @Column({ type: 'int' }) revision: number;
  /** Who changed them last. */
  @ForeignKey('person') @Column({ type: 'uuid', nullable: true }) byId: string | null;
  /** When they were changed after they had been handed back; null when they never were. */
  @Column({ ...moment, nullable: true }) correctedAt: Date | null;
  @Column({ ...moment, nullable: true }) handedBackAt: Date | null;
  /** When its learner first opened it as it is now; null while nobody has. */
  @Column({ ...moment, nullable: true }) openedAt: Date | null;
  /** The edition of the spoken feedback; null when nothing was spoken. */
  @ForeignKey('edition') @Column({ type: 'uuid', nullable: true }) editionId: string | null;
}
