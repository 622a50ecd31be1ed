import { Column, Entity, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher gives for a hand-in. The spoken part is the feedback lesson of the hand-in. */
@Entity('mark')
export class MarkEntity {
  @PrimaryColumn('uuid') submissionId: string;
  @Column({ type: 'float', nullable: true }) points: number | null;
  @Column({ type: 'text' }) comment: string;
  @Column({ ...moment, nullable: true }) handedBackAt: Date | null;
  /** The edition of the spoken feedback; null when nothing was spoken. */
  @Column({ type: 'uuid', nullable: true }) editionId: string | null;
}
