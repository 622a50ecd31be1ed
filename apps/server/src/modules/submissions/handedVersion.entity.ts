import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';
import { KINDS } from './submission.entity.ts';

/** So many of a hand-in are kept: the first of more goes when the next one comes. */
export const MOST_VERSIONS = 20;

/** One of the times that something was handed in: what arrived, when, from whom, and the pages it became. */
@Entity('handed_version')
export class HandedVersionEntity {
  @ForeignKey('submission', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') submissionId: string;
  /** 1 for the first time. */
  @PrimaryColumn({ type: 'int' }) number: number;
  /** The lesson that has its pages; that of the newest one is spoken on. */
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column('uuid') lessonId: string;
  @ForeignKey('person') @Index() @Column('uuid') byId: string;
  @Column({ type: 'varchar', length: 10 }) kind: (typeof KINDS)[number];
  /** Names of the files as they were chosen, and how large each was when it arrived; sizes are empty where nobody knows. */
  @Column({ type: 'json' }) fileNames: readonly string[];
  @Column({ type: 'json' }) fileBytes: readonly number[];
  @Column({ type: 'mediumtext' }) text: string;
  /** What was spoken, as it was then. */
  @ForeignKey('edition', { onDelete: 'SET NULL' }) @Column({ type: 'uuid', nullable: true }) editionId: string | null;
  @Column(moment) handedInAt: Date;
}
