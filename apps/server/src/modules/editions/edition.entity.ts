import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import type { EditList } from '@oakbell/core/edits';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** A revision frozen for learners. */
@Entity('edition')
@Index(['lessonId', 'number'], { unique: true })
export class EditionEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('lesson') @Column('uuid') lessonId: string;
  /** 1 for the first edition of a lesson. */
  @Column({ type: 'int' }) number: number;
  @Column({ type: 'varchar', length: 10 }) state: 'making' | 'ready' | 'failed';
  @Column({ type: 'json' }) edits: EditList;
  /** Programme length in microseconds. */
  @Column(bigWhole) length: number;
  /** Digest of the manifest; null until ready. */
  @Column({ type: 'char', length: 64, nullable: true }) manifest: string | null;
  /** Loudness of the programme voice; null until ready, or when it is silent. */
  @Column({ type: 'float', nullable: true }) lufs: number | null;
  @Column({ type: 'boolean' }) hasAac: boolean;
  /** The pictures and films that are part of it: what its learners are given addresses for. */
  @Column({ type: 'json' }) files: readonly string[];
  /** Since when nobody but its maker sees it; null when it is open. */
  @Column({ ...moment, nullable: true }) withdrawnAt: Date | null;
  @Column('uuid') jobId: string;
  @Column(moment) createdAt: Date;
}

type EditionFacts = Omit<EditionEntity, 'state' | 'manifest' | 'lufs'>;
export type ReadyEdition = EditionFacts & {
  readonly state: 'ready';
  readonly manifest: string;
  readonly lufs: number | null;
};
/** It has a manifest once it is ready. */
export type Edition =
  ReadyEdition | (EditionFacts & { readonly state: 'making' | 'failed'; readonly manifest: null; readonly lufs: null });
