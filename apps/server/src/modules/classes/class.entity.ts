import { LONGEST_GROUP } from '@oakbell/core/people';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

@Entity('school_class')
export class SchoolClassEntity {
  @PrimaryColumn('uuid') id: string;
  @Column({ type: 'varchar', length: 80 }) name: string;
  @Column({ type: 'varchar', length: 120 }) course: string;
  /** What the school's other program calls it, where a roster brought it. */
  @Index({ unique: true })
  @Column({ type: 'varchar', length: 200, collation: 'utf8mb4_bin', nullable: true })
  rosterKey: string | null;
  /** By which learners ask to join it, and until when; null while nobody can. */
  @Index({ unique: true })
  @Column({ type: 'varchar', length: 8, collation: 'utf8mb4_bin', nullable: true })
  joinCode: string | null;
  @Column({ ...moment, nullable: true }) joinUntil: Date | null;
  @ForeignKey('term', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) termId:
    string | null;
}

/** A stretch of the school year. */
@Entity('term')
export class TermEntity {
  @PrimaryColumn('uuid') id: string;
  @Index({ unique: true })
  @Column({ type: 'varchar', length: 200, collation: 'utf8mb4_bin', nullable: true })
  rosterKey: string | null;
  @Column({ type: 'varchar', length: 80 }) name: string;
  /** Its first and last day. */
  @Column({ type: 'date' }) startsOn: string;
  @Column({ type: 'date' }) endsOn: string;
}

/** Who teaches a class and who learns in it. */
@Entity('membership')
export class MembershipEntity {
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') classId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') personId: string;
  @Column({ type: 'varchar', length: 10 }) part: 'teacher' | 'learner';
}

/** A learner who asks to join a class by its code: their teacher says yes or no. */
@Entity('class_asking')
export class ClassAskingEntity {
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') classId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') personId: string;
  @Column(moment) at: Date;
}

/** Some learners of a class under one name. */
@Entity('class_group')
export class ClassGroupEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @Index() @Column('uuid') classId: string;
  @Column({ type: 'varchar', length: LONGEST_GROUP }) name: string;
}

/** Who is in a group. It counts for as long as they learn in its class. */
@Entity('class_group_member')
export class ClassGroupMemberEntity {
  @ForeignKey('class_group', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') groupId: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @PrimaryColumn('uuid') personId: string;
}
