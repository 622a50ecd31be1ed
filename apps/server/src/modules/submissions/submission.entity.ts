import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What a learner handed in for an assignment. */
@Entity('submission')
@Index(['assignmentId', 'learnerId'], { unique: true })
export class SubmissionEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment') @Column('uuid') assignmentId: string;
  @ForeignKey('person') @Index() @Column('uuid') learnerId: string;
  @Column({ type: 'varchar', length: 12 }) state: 'handed-in' | 'handed-back';
  @Column({ type: 'varchar', length: 10 }) kind: 'file' | 'text' | 'spoken' | 'worksheet';
  /** Names of the files as the learner chose them, or nothing for typed text. */
  @Column({ type: 'json' }) fileNames: readonly string[];
  @Column({ type: 'mediumtext' }) text: string;
  /** The lesson a spoken answer was recorded as. */
  @ForeignKey('lesson') @Column({ type: 'uuid', nullable: true }) answerId: string | null;
  @Column(moment) handedInAt: Date;
  /** How often it was handed in: 1 for the first time. */
  @Column({ type: 'int' }) times: number;
}

type SubmissionFacts = Omit<SubmissionEntity, 'kind' | 'fileNames' | 'text' | 'answerId'>;
/** What it holds depends on its kind: files by name, typed text, the lesson that a spoken answer is, or a worksheet as pages. */
export type Submission = SubmissionFacts &
  (
    | { readonly kind: 'file'; readonly fileNames: readonly string[]; readonly text: ''; readonly answerId: null }
    | { readonly kind: 'text'; readonly fileNames: readonly []; readonly text: string; readonly answerId: null }
    | { readonly kind: 'spoken'; readonly fileNames: readonly []; readonly text: ''; readonly answerId: string }
    | { readonly kind: 'worksheet'; readonly fileNames: readonly []; readonly text: ''; readonly answerId: null }
  );
