import type { NewsKind, NewsWay } from '@oakbell/core/news';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** What mail somebody wants of what is new, and how far they have been told. No row: they have not chosen. */
@Entity('news_reader')
export class NewsReaderEntity {
  @ForeignKey('person', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') personId: string;
  @Column({ type: 'varchar', length: 6 }) way: NewsWay;
  @Column({ type: 'json' }) kinds: readonly NewsKind[];
  /** Minutes after midnight by the school's clock, as the two below. */
  @Column({ type: 'int' }) dailyAt: number;
  @Column({ type: 'int' }) quietFrom: number;
  @Column({ type: 'int' }) quietUntil: number;
  /** What became news before is told by no mail. */
  @Column(moment) since: Date;
  /** When it is looked next whether there is something to tell. */
  @Index() @Column(moment) nextAt: Date;
  /** What became news before was seen on the screen. */
  @Column(moment) seenAt: Date;
}

/** What somebody was told of by mail: each thing once. */
@Entity('news_told')
export class NewsToldEntity {
  @ForeignKey('person', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') personId: string;
  @PrimaryColumn({ type: 'varchar', length: 12 }) kind: NewsKind;
  @PrimaryColumn('uuid') thingId: string;
  /** Since when it was news. */
  @PrimaryColumn({ ...moment, nullable: false }) at: Date;
  @Index() @Column('uuid') letterId: string;
}
