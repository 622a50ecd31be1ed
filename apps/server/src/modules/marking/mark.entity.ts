import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher gives for a hand-in. The spoken part is the feedback lesson of the hand-in. */
@Entity('mark')
export class MarkEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  @Column({ type: 'float', nullable: true }) points: number | null;
  @Column({ type: 'text' }) comment: string;
  @Column({ ...moment, nullable: true }) handedBackAt: Date | null;
  /** The edition of the spoken feedback; null when nothing was spoken. */
  @ForeignKey('edition') @Column({ type: 'uuid', nullable: true }) editionId: string | null;
}
