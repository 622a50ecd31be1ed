import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

@Entity('school_class')
export class SchoolClassEntity {
  @PrimaryColumn('uuid') id: string;
  @Column({ type: 'varchar', length: 80 }) name: string;
  @Column({ type: 'varchar', length: 120 }) course: string;
}

/** Who teaches a class and who learns in it. */
@Entity('membership')
export class MembershipEntity {
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') classId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') personId: string;
  @Column({ type: 'varchar', length: 10 }) part: 'teacher' | 'learner';
}
