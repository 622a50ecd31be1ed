import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher gives for a hand-in. The spoken part is the feedback lesson of the hand-in. */
@Entity('mark')
export class MarkEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  @Column({ type: 'float', nullable: true }) points: number | null;
  @Column({ type: 'text' }) comment: string;
  /** The hand-in they were given for: see `times` there. What came later has none yet. */
  @Column({ type: 'int' }) forTimes: number;
  /** Rises with each change; whoever changes them says which one they saw. */
  @Column({ type: 'int' }) revision: number;
  /** Who changed them last. */
  @ForeignKey('person') @Column({ type: 'uuid', nullable: true }) byId: string | null;
  /** When they were changed after they had been handed back; null when they never were. */
  @Column({ ...moment, nullable: true }) correctedAt: Date | null;
  @Column({ ...moment, nullable: true }) handedBackAt: Date | null;
  /** The edition of the spoken feedback; null when nothing was spoken. */
  @ForeignKey('edition') @Column({ type: 'uuid', nullable: true }) editionId: string | null;
}
