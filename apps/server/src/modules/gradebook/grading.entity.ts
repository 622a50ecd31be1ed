import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

/** How a class counts what is missing and what is late. There is none while nobody has chosen. */
@Entity('grading')
export class GradingEntity {
  @ForeignKey('school_class', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') classId: string;
  @Column({ type: 'boolean' }) missingCounts: boolean;
  /** Per cent of what a piece of work is worth. */
  @Column({ type: 'int' }) latePerDay: number;
  @Column({ type: 'int' }) lateMost: number;
  /** Whether learners are shown what their pieces of work come to. */
  @Column({ type: 'boolean' }) sumShown: boolean;
  @ForeignKey('person') @Index() @Column({ type: 'uuid', nullable: true }) byId: string | null;
}
