import type { ListReading } from '@oakbell/core/rosters';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';
import type { RosterUndo } from './undo.ts';
import type { PlanShown } from './shown.ts';

/**
 * `reading`: a job looks into the file. `asking`: it has columns whose meaning has to be confirmed. `planned`: it is
 * shown what would change. `applying`, `returning`: a job does it, or takes it back.
 */
export const ROSTER_STATES = [
  'reading',
  'asking',
  'planned',
  'applying',
  'applied',
  'returning',
  'returned',
  'failed',
] as const;
export type RosterState = (typeof ROSTER_STATES)[number];
export const ROSTER_FORMATS = ['list', 'oneroster'] as const;
export type RosterFormat = (typeof ROSTER_FORMATS)[number];

/** A file of people and classes that was brought, and what came of it. */
@Entity('roster')
@Index(['createdAt'])
export class RosterEntity {
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column('uuid') byId: string;
  @Column({ type: 'varchar', length: 200 }) name: string;
  @Column({ type: 'varchar', length: 12 }) state: RosterState;
  @Column({ type: 'varchar', length: 10, nullable: true }) format: RosterFormat | null;
  @Column({ type: 'varchar', length: 5, nullable: true }) version: string | null;
  /** Where the file lies; null once it is over with it. */
  @Column({ type: 'varchar', length: 200, nullable: true }) key: string | null;
  /** The first rows of a list. */
  @Column({ type: 'json', nullable: true }) sample: readonly (readonly string[])[] | null;
  @Column({ type: 'json', nullable: true }) reading: ListReading | null;
  @Column({ type: 'json', nullable: true }) plan: PlanShown | null;
  /** How to take it back; forgotten after a day. */
  @Column({ type: 'json', nullable: true }) undo: RosterUndo | null;
  /** Why it went no further, in words. */
  @Column({ type: 'varchar', length: 400, nullable: true }) failure: string | null;
  @Column(moment) createdAt: Date;
  @Column({ ...moment, nullable: true }) appliedAt: Date | null;
}
