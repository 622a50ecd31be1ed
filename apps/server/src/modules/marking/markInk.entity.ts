import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher wrote on a hand-in, other than while speaking on it. */
@Entity('mark_ink')
export class MarkInkEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  /** Lines of a log, as docs/formats/mark-ink.md tells. */
  @Column({ type: 'mediumtext' }) log: string;
  /** The hand-in that it was written on: see `times` there. */
  @Column({ type: 'int' }) forTimes: number;
  /** Rises with each change; whoever changes it says which one they saw. */
  @Column({ type: 'int' }) revision: number;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  @Column(moment) changedAt: Date;
}
