import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a teacher said to one learner who is behind with something. */
@Entity('reminder')
@Index(['assignmentId', 'learnerId', 'at'])
@Index(['learnerId', 'at'])
export class ReminderEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @Column('uuid') assignmentId: string;
  @ForeignKey('person') @Column('uuid') learnerId: string;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  @Column({ type: 'text' }) text: string;
  @Column(moment) at: Date;
}
