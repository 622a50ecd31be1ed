import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

/** A course: its units in order, and in them the lessons. */
@Entity('course')
export class CourseEntity {
  @PrimaryColumn('uuid') id: string;
  @Column({ type: 'varchar', length: 120 }) name: string;
}

/** Whose a course is: one teacher's, or several of them share it, all alike. */
@Entity('course_teacher')
export class CourseTeacherEntity {
  @ForeignKey('course', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') courseId: string;
  @ForeignKey('person') @Index() @PrimaryColumn('uuid') personId: string;
  /** Where it stands among this teacher's courses. */
  @Column({ type: 'int' }) position: number;
}

@Entity('unit')
export class UnitEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('course', { onDelete: 'CASCADE' }) @Index() @Column('uuid') courseId: string;
  @Column({ type: 'varchar', length: 120 }) name: string;
  @Column({ type: 'int' }) position: number;
}

/** What one teacher has set once. */
@Entity('preference')
export class PreferenceEntity {
  @ForeignKey('person', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') personId: string;
  /** How new lessons are named; see the core's naming. */
  @Column({ type: 'varchar', length: 200 }) naming: string;
  /** The pens of the tray, as the core checks them. */
  @Column({ type: 'json' }) pens: readonly object[];
}
