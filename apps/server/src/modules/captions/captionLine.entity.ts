import type { Micros } from '@oakbell/core/clock';
import { LONGEST_CAPTION } from '@oakbell/core/captions';
import { Column, Entity, ForeignKey, PrimaryColumn } from 'typeorm';
import { bigWhole } from '../../platform/database/index.ts';

/** What is said in a stretch of a take, wherever that take is played. */
@Entity('caption_line')
export class CaptionLineEntity {
  @ForeignKey('take', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') takeId: string;
  /** Take time in microseconds. */
  @PrimaryColumn({ ...bigWhole, nullable: false }) startAt: Micros;
  @Column({ ...bigWhole, nullable: false }) endAt: Micros;
  /** Nothing where nothing is said. */
  @Column({ type: 'varchar', length: LONGEST_CAPTION }) text: string;
}
