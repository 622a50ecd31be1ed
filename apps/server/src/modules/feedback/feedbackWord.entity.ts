import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** What was said about feedback after it was handed back: by its learner, or by who teaches them. Typed or spoken. */
@Entity('feedback_word')
@Index(['submissionId', 'at'])
export class FeedbackWordEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @Column('uuid') submissionId: string;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  /** Whether whoever said it teaches them. */
  @Column({ type: 'boolean' }) byTeacher: boolean;
  /** Whether a learner asks to have the marks looked at again. */
  @Column({ type: 'boolean' }) again: boolean;
  /** Empty where it was spoken, or written on a page alone. */
  @Column({ type: 'text' }) text: string;
  /** Lines of a log, all of them at 0: what was written on pages of the hand-in with it. */
  @Column({ type: 'mediumtext', nullable: true }) ink: string | null;
  /** The digest of what was spoken, and how long it is. */
  @Index() @Column({ type: 'char', length: 64, nullable: true }) voice: string | null;
  @Column({ type: 'int', nullable: true }) voiceMs: number | null;
  /** The moment of the feedback that it is about, in the time of a take; of none when null. */
  @Column({ type: 'uuid', nullable: true }) sourceId: string | null;
  @Column({ ...bigWhole, nullable: true }) atTime: number | null;
  @Column(moment) at: Date;
}
