import { LONGEST_RUBRIC_NAME, type Criteria } from '@oakbell/core/marking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** By what work is marked: a teacher's own, or one that all teachers of a course have alike. */
@Entity('rubric')
export class RubricEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person') @Index() @Column('uuid') ownerId: string;
  @ForeignKey('course', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) courseId:
    string | null;
  @Column({ type: 'varchar', length: LONGEST_RUBRIC_NAME }) name: string;
  /** The number of its newest version, from 1. */
  @Column({ type: 'int' }) number: number;
  /** Since when it is put away: it is offered no more. What was marked by it stays. */
  @Column({ ...moment, nullable: true }) archivedAt: Date | null;
}

/** A rubric as it was at a time. Never changed: marks keep the version that they were given by. */
@Entity('rubric_version')
@Index(['rubricId', 'number'], { unique: true })
export class RubricVersionEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('rubric', { onDelete: 'CASCADE' }) @Column('uuid') rubricId: string;
  @Column({ type: 'int' }) number: number;
  @Column({ type: 'json' }) criteria: Criteria;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  @Column(moment) madeAt: Date;
}
