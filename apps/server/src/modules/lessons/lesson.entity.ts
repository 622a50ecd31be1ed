import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import type { Edit, EditList } from '@oakbell/core/edits';
import type { Backdrop, Thing } from '@oakbell/core/pages';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** `answer`: what a learner says for an assignment; it is theirs. */
export const LESSON_KINDS = ['slides', 'worked', 'feedback', 'answer'] as const;
export type LessonKind = (typeof LESSON_KINDS)[number];
export const SAVED_AS = ['opening', 'template'] as const;
export type SavedAs = (typeof SAVED_AS)[number];

@Entity('lesson')
@Index(['answersId', 'ownerId'], { unique: true })
export class LessonEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person') @Index() @Column('uuid') ownerId: string;
  @Column({ type: 'varchar', length: 10 }) kind: LessonKind;
  @Column({ type: 'varchar', length: 160 }) title: string;
  /** The one thing learners can do afterwards. */
  @Column({ type: 'varchar', length: 300, default: '' }) goal: string;
  /** The length aimed at, in milliseconds. */
  @Column({ type: 'int', default: 300_000 }) targetMs: number;
  @ForeignKey('unit', { onDelete: 'SET NULL' }) @Index() @Column({ type: 'uuid', nullable: true }) unitId:
    string | null;
  /** Kept to begin others from: an opening's pages come first in another lesson, a template is copied whole. */
  @Column({ type: 'varchar', length: 10, nullable: true }) savedAs: SavedAs | null;
  /** For spoken feedback: the hand-in it speaks about. */
  @ForeignKey('submission')
  @Index({ unique: true })
  @Column({ type: 'uuid', nullable: true })
  submissionId: string | null;
  /** For a spoken answer: the assignment that it answers. */
  @ForeignKey('assignment') @Column({ type: 'uuid', nullable: true }) answersId: string | null;
  /** Since when nobody but its maker sees it; null when it is open to those it was given to. */
  @Column({ ...moment, nullable: true }) withdrawnAt: Date | null;
  /** Other lessons of the same maker whose takes it plays, and whose pages it therefore needs. */
  @Column({ type: 'json' }) sources: readonly string[];
  /** Rises with each change of the edits; a change names the one it was made on. */
  @Column({ type: 'int' }) revision: number;
  /** Length of the programme in microseconds, and its cover: what lists show without reading the edits. */
  @Column(bigWhole) length: number;
  @Column({ type: 'char', length: 64, nullable: true }) cover: string | null;
  /** The changes that are taken back next, and done again next, and how many of each there are. */
  @Column({ type: 'int', nullable: true }) undo: number | null;
  @Column({ type: 'int', nullable: true }) redo: number | null;
  @Column({ type: 'int' }) undoable: number;
  @Column({ type: 'int' }) redoable: number;
  @Column(moment) createdAt: Date;
  @Column(moment) updatedAt: Date;
}

/** One change of a lesson's edits: together, in rising revision, they are its edit list and its history. */
@Entity('lesson_change')
export class LessonChangeEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @PrimaryColumn({ type: 'int' }) revision: number;
  /** What was done: of a change that takes another back, its opposite. */
  @Column({ type: 'json' }) edit: Edit;
  /** The change that lies beneath it in the stack it belongs to. */
  @Column({ type: 'int', nullable: true }) below: number | null;
  /** Length of the programme after it, in microseconds. */
  @Column(bigWhole) length: number;
  @Column('uuid') byId: string;
  @Column(moment) at: Date;
}

/** The edit list as of a revision, so that the log need not be read from its start. It can be made again at any time. */
@Entity('lesson_edits')
export class LessonEditsEntity {
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') lessonId: string;
  @Column({ type: 'int' }) revision: number;
  @Column({ type: 'json' }) edits: EditList;
}

export const PAGE_KINDS = ['slide', 'board', 'document', 'window', 'clip'] as const;
export type PageKind = (typeof PAGE_KINDS)[number];
/** The file of a clip by its digest, how long it is, and whether there is more to it than sound. */
export interface PageClip {
  readonly clip: string;
  readonly lengthMs: number;
  readonly moving: boolean;
}

/** A page of a lesson. A removed page stays, so that removing can be undone and old ink keeps its page. */
@Entity('page')
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
  /** A few tags of HTML, cleaned when they came in. */
  @Column({ type: 'text' }) cues: string;
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

export const UPLOAD_KINDS = ['pdf', 'picture', 'slides', 'clip'] as const;
export type UploadKind = (typeof UPLOAD_KINDS)[number];

/** A file that was brought to a lesson: its pages can be picked, and pieces cut out of them. */
@Entity('upload')
export class UploadEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('lesson', { onDelete: 'CASCADE' }) @Index() @Column('uuid') lessonId: string;
  @Column({ type: 'varchar', length: 200 }) name: string;
  @Column({ type: 'varchar', length: 10 }) kind: UploadKind;
  /** Slides are being turned into a PDF before their pages can be seen. */
  @Column({ type: 'varchar', length: 10 }) state: 'converting' | 'ready' | 'failed';
  /** Where the PDF or picture lies. */
  @Column({ type: 'varchar', length: 200 }) key: string;
  @Column({ type: 'int' }) pages: number;
  /** Speaker notes, page by page; empty where there are none. */
  @Column({ type: 'json' }) notes: readonly string[];
  @Column({ type: 'varchar', length: 400, default: '' }) failure: string;
  @Column(moment) createdAt: Date;
}
