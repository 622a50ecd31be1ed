import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** A short recording that stands on a class page until its day is over: nothing is asked for, and nothing is due. */
@Entity('quick_word')
@Index(['classId', 'lessonId'], { unique: true })
export class QuickWordEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @Column('uuid') classId: string;
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column('uuid') lessonId: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  /** When its day is over, for the school. */
  @Column(moment) until: Date;
  @Column(moment) createdAt: Date;
}
