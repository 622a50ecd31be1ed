import { JOIN_CODE_LENGTH } from '@oakbell/core/people';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

/** A small lesson that is open to a second maker, or has one. Its first maker is who owns the lesson. */
@Entity('answer_pair')
@Index(['assignmentId', 'code'], { unique: true })
@Index(['assignmentId', 'partnerId'], { unique: true })
export class AnswerPairEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @Column('uuid') assignmentId: string;
  /** Nobody yet when null. */
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column({ type: 'uuid', nullable: true }) partnerId:
    string | null;
  /** By which a classmate comes in; null once somebody has. */
  @Column({ type: 'char', length: JOIN_CODE_LENGTH, nullable: true }) code: string | null;
}
