import { listed } from '@oakbell/core/assigning';
import { agreedByAll, type Agreed } from '@oakbell/core/marking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** `removed`: a teacher has removed it, with a reason; its makers can hand in again. */
export const STATES = ['handed-in', 'handed-back', 'removed'] as const;
export type HandInState = (typeof STATES)[number];
export const KINDS = ['file', 'text', 'spoken', 'worksheet'] as const;

/** What a learner handed in for an assignment. */
@Entity('submission')
@Index(['assignmentId', 'learnerId'], { unique: true })
@Index(['assignmentId', 'partnerId'], { unique: true })
@Index(['partnerId'])
export class SubmissionEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('assignment') @Column('uuid') assignmentId: string;
  @ForeignKey('person') @Index() @Column('uuid') learnerId: string;
  /** Who made it with them; nobody when null. */
  @ForeignKey('person') @Column({ type: 'uuid', nullable: true }) partnerId: string | null;
  @Column({ type: 'varchar', length: 12 }) state: HandInState;
  @Column({ type: 'varchar', length: 10 }) kind: (typeof KINDS)[number];
  /** Names of the files as the learner chose them, or nothing for typed text. */
  @Column({ type: 'json' }) fileNames: readonly string[];
  @Column({ type: 'mediumtext' }) text: string;
  /** The lesson a spoken answer was recorded as. */
  @ForeignKey('lesson') @Column({ type: 'uuid', nullable: true }) answerId: string | null;
  @Column(moment) handedInAt: Date;
  /** How often it was handed in: 1 for the first time. */
  @Column({ type: 'int' }) times: number;
  /** Since when a teacher has said that the class may see it; null while nobody has. For what is there now. */
  @Column({ ...moment, nullable: true }) approvedAt: Date | null;
  /** Whether its class is told whose it is. */
  @Column({ type: 'boolean' }) named: boolean;
  /** The name that its class is told instead; null for none. */
  @Column({ type: 'varchar', length: 80, nullable: true }) shownAs: string | null;
  /** What its makers let their class see of them, by who they are; nothing where nobody has said. */
  @Column({ type: 'json', nullable: true }) agreed: Readonly<Record<string, Agreed>> | null;
  /** Whether nothing of what is heard and seen in it is to be left out. */
  @Column({ type: 'boolean', default: false }) agreedWhole: boolean;
  /** Whether a teacher has said that nothing on its pages is written by hand. */
  @Column({ type: 'boolean', default: false }) typed: boolean;
  /** When and why a teacher removed it; null where nobody has. */
  @Column({ ...moment, nullable: true }) removedAt: Date | null;
  @Column({ type: 'varchar', length: 500, nullable: true }) removedReason: string | null;
}

/** Whose work it is. */
export const makersOf = ({
  learnerId,
  partnerId,
}: Pick<SubmissionEntity, 'learnerId' | 'partnerId'>): readonly string[] =>
  partnerId === null ? [learnerId] : [learnerId, partnerId];

/** What all who made it let their class see of them. */
export const agreedFor = (submission: Pick<SubmissionEntity, 'learnerId' | 'partnerId' | 'agreed'>): Agreed =>
  agreedByAll(makersOf(submission).map((id) => submission.agreed?.[id]));

/** Whether nothing of it counts, as if it had not been handed in. */
export const isRemoved = ({ state }: Pick<SubmissionEntity, 'state'>): boolean => state === 'removed';

/** The same by name: `Tam Oriel and Wren Calloway`. */
export const namesOf = (
  submission: Pick<SubmissionEntity, 'learnerId' | 'partnerId'>,
  people: ReadonlyMap<string, { readonly name: string }>,
): string => listed(makersOf(submission).flatMap((id) => people.get(id)?.name ?? []));

type SubmissionFacts = Omit<SubmissionEntity, 'kind' | 'fileNames' | 'text' | 'answerId'>;
/** What it holds depends on its kind: files by name, typed text, the lesson that a spoken answer is, or a worksheet as pages. */
export type Submission = SubmissionFacts &
  (
    | { readonly kind: 'file'; readonly fileNames: readonly string[]; readonly text: ''; readonly answerId: null }
    | { readonly kind: 'text'; readonly fileNames: readonly []; readonly text: string; readonly answerId: null }
    | { readonly kind: 'spoken'; readonly fileNames: readonly []; readonly text: ''; readonly answerId: string }
    | { readonly kind: 'worksheet'; readonly fileNames: readonly []; readonly text: ''; readonly answerId: null }
  );
