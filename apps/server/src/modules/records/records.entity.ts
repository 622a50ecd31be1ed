import { Column, Entity, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** How it stands with the record store: one row, from the first time it was told something. */
@Entity('record_store')
export class RecordStoreEntity {
  @PrimaryColumn({ type: 'int' }) id: number;
  @Column(moment) triedAt: Date;
  /** How often in a row it did not take what it was told. */
  @Column({ type: 'int' }) failures: number;
  /** In words; empty after it took all. */
  @Column({ type: 'varchar', length: 200 }) problem: string;
  /** It is told nothing before then. */
  @Column(moment) nextAt: Date;
}
