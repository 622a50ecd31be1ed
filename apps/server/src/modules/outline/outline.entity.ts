import { LONGEST_TOPIC, LONGEST_UNIT } from '@oakbell/core/outline';
import { LONGEST_CLASS } from '@oakbell/core/people';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** A unit of a class page: what was given stands in it by itself. */
@Entity('class_unit')
@Index(['classId', 'name'], { unique: true })
export class ClassUnitEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @Column('uuid') classId: string;
  @Column({ type: 'varchar', length: LONGEST_UNIT }) name: string;
  @Column({ type: 'int' }) position: number;
  /** The copying of another class that made it. */
  @ForeignKey('course_copy', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) copyId:
    string | null;
}

/** What a class does on a day. */
@Entity('class_day')
export class ClassDayEntity {
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') classId: string;
  @PrimaryColumn({ type: 'date' }) day: string;
  /** The unit it stands in; outside all of them when null. */
  @ForeignKey('class_unit', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) unitId:
    string | null;
  @Column({ type: 'varchar', length: LONGEST_TOPIC }) topic: string;
  @ForeignKey('course_copy', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) copyId:
    string | null;
}

/** What a class was given was copied to another one, in one act. */
@Entity('course_copy')
export class CourseCopyEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @Index() @Column('uuid') classId: string;
  /** What the class it came from was called. */
  @Column({ type: 'varchar', length: LONGEST_CLASS }) fromName: string;
  @ForeignKey('person') @Column('uuid') byId: string;
  @Column(moment) at: Date;
}
