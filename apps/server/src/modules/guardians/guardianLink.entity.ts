import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** A link by which a guardian sees one piece of one child. What opens it is signed, and stored nowhere. */
@Entity('guardian_link')
@Index(['assignmentId', 'learnerId'])
export class GuardianLinkEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @Column('uuid') assignmentId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column('uuid') learnerId: string;
  /** One of its lessons; what came back on the learner's own work when null. */
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column({ type: 'uuid', nullable: true }) lessonId:
    string | null;
  @ForeignKey('person') @Column('uuid') byId: string;
  @Column(moment) createdAt: Date;
  @Column(moment) until: Date;
  @Column({ ...moment, nullable: true }) withdrawnAt: Date | null;
  @Column({ ...moment, nullable: true }) firstOpenedAt: Date | null;
  @Column({ ...moment, nullable: true }) lastOpenedAt: Date | null;
  @Column({ type: 'int' }) timesOpened: number;
}
