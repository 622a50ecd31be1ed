import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

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
