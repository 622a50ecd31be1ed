import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

@Entity('assignment')
export class AssignmentEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('lesson') @Index() @Column('uuid') lessonId: string;
  @ForeignKey('school_class') @Index() @Column('uuid') classId: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  @Column({ type: 'text' }) instructions: string;
  @Column(moment) dueAt: Date;
  /** The most points there are; null when none are given. */
  @Column({ type: 'int', nullable: true }) points: number | null;
  /** Whether learners hand something in. */
  @Column({ type: 'boolean' }) handIn: boolean;
  /** The longest a spoken answer may be, in ms; null when none is asked for. */
  @Column({ type: 'int', nullable: true }) answerLimitMs: number | null;
  /** The page of the lesson that a spoken answer is given on; an empty board when null. */
  @Column({ type: 'uuid', nullable: true }) answerPage: string | null;
  @Column(moment) createdAt: Date;
}
