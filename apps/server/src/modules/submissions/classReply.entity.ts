import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What somebody of a class says to an answer that the class sees. */
@Entity('class_reply')
@Index(['submissionId', 'at'])
export class ClassReplyEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @Column('uuid') submissionId: string;
  /** Which hand-in it is for: what was handed in since has replies of its own. */
  @Column({ type: 'int' }) times: number;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column('uuid') byId: string;
  @Column({ type: 'text' }) text: string;
  @Column(moment) at: Date;
  /** Since when the class sees it, by a teacher's yes; null while only its writer and the teachers do. */
  @Column({ ...moment, nullable: true }) approvedAt: Date | null;
}
