import { LONGEST_COMMENT_LINE } from '@oakbell/core/marking';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** A sentence that a teacher writes again and again. */
@Entity('comment_line')
@Index(['ownerId', 'uses'])
export class CommentLineEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Column('uuid') ownerId: string;
  @Column({ type: 'varchar', length: LONGEST_COMMENT_LINE }) text: string;
  /** How often it was used. */
  @Column({ type: 'int' }) uses: number;
  @Column(moment) usedAt: Date;
}
