import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import type { EditList, History } from '@oakbell/core/edits';
import { moment } from '../../platform/database/index.ts';

export const LESSON_KINDS = ['slides', 'worked', 'feedback'] as const;
export type LessonKind = (typeof LESSON_KINDS)[number];

@Entity('lesson')
export class LessonEntity {
  @PrimaryColumn('uuid') id: string;
  @Index() @Column('uuid') ownerId: string;
  @Column({ type: 'varchar', length: 10 }) kind: LessonKind;
  @Column({ type: 'varchar', length: 160 }) title: string;
  /** For spoken feedback: the hand-in it speaks about. */
  @Index() @Column({ type: 'uuid', nullable: true }) submissionId: string | null;
  @Column({ type: 'json' }) edits: EditList;
  @Column({ type: 'json' }) history: History;
  /** Rises with each save of the edit list; a save must name the one it began from. */
  @Column({ type: 'int' }) revision: number;
  @Column(moment) createdAt: Date;
  @Column(moment) updatedAt: Date;
}

/** A page of a lesson. A removed page stays, so that removing can be undone and old ink keeps its page. */
@Entity('page')
export class PageEntity {
  @PrimaryColumn('uuid') id: string;
  @Index() @Column('uuid') lessonId: string;
  @Column({ type: 'int' }) position: number;
  @Column({ type: 'varchar', length: 10 }) kind: 'slide' | 'board' | 'document';
  @Column({ type: 'varchar', length: 10, nullable: true }) backdrop: 'blank' | 'squared' | null;
  /** Page units. */
  @Column({ type: 'int' }) height: number;
  /** Digest of the picture's bytes; null for a board. */
  @Column({ type: 'char', length: 64, nullable: true }) picture: string | null;
  @Column({ type: 'char', length: 64, nullable: true }) smallPicture: string | null;
  @Column({ type: 'text' }) cues: string;
  /** The uploaded file and the page in it that this was drawn from. */
  @Column({ type: 'varchar', length: 200, nullable: true }) source: string | null;
  @Column({ ...moment, nullable: true }) removedAt: Date | null;
}
