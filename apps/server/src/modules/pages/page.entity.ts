import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import type { Backdrop, Thing } from '@oakbell/core/pages';
import { moment } from '../../platform/database/index.ts';

export const PAGE_KINDS = ['slide', 'board', 'document', 'window', 'clip'] as const;
export type PageKind = (typeof PAGE_KINDS)[number];
/** The file of a clip by its digest, how long it is, and whether there is more to it than sound. */
export interface PageClip {
  readonly clip: string;
  readonly lengthMs: number;
  readonly moving: boolean;
}

/** A file that cannot be shown: where it lies, what its maker called it, and how large it is. */
export interface WholeFile {
  readonly key: string;
  readonly name: string;
  readonly bytes: number;
}

/** A page of a lesson. A removed page stays, so that removing can be undone and old ink keeps its page. */
@Entity('page')
@Index(['words'], { fulltext: true })
export class PageEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column('uuid') lessonId: string;
  @Column({ type: 'int' }) position: number;
  @Column({ type: 'varchar', length: 10 }) kind: PageKind;
  @Column({ type: 'json', nullable: true }) backdrop: Backdrop | null;
  /** Things placed on it, lowest first. */
  @Column({ type: 'json' }) things: readonly Thing[];
  /** Page units. */
  @Column({ type: 'int' }) height: number;
  /** Digest of the picture's bytes; null for a board. */
  @Column({ type: 'char', length: 64, nullable: true }) picture: string | null;
  @Column({ type: 'char', length: 64, nullable: true }) smallPicture: string | null;
  /** What a clip plays; its picture stands for it meanwhile. Null for every other kind. */
  @Column({ type: 'json', nullable: true }) clip: PageClip | null;
  /** The file that it stands for, to be saved. Null for every page that shows what it is. */
  @Column({ type: 'json', nullable: true }) whole: WholeFile | null;
  /** A few tags of HTML, cleaned when they came in. */
  @Column({ type: 'text' }) cues: string;
  /** What stands on its picture as text, read from the file it was drawn from. */
  @Column({ type: 'mediumtext' }) text: string;
  /** Everything by which it can be found. */
  @Column({ type: 'mediumtext' }) words: string;
  /** The uploaded file and the page in it that this was drawn from. */
  @Column({ type: 'varchar', length: 200, nullable: true }) source: string | null;
  @Column({ ...moment, nullable: true }) removedAt: Date | null;
}

/** A picture that belongs to a lesson without being a page: placed on one, or a page's picture before it was replaced. */
@Entity('lesson_asset')
export class LessonAssetEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @PrimaryColumn({ type: 'char', length: 64 }) digest: string;
  @Column({ type: 'int' }) width: number;
  @Column({ type: 'int' }) height: number;
  @Column(moment) createdAt: Date;
}
