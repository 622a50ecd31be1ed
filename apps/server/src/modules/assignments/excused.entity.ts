import { Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

/** A learner of whom a piece of work is not asked after all. */
@Entity('excused')
export class ExcusedEntity {
  @ForeignKey('assignment', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') assignmentId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') learnerId: string;
}
