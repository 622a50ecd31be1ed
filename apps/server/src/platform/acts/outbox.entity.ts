import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';
import { moment } from '../database/index.ts';

/** What is to be done once an act is kept: written in the same transaction, taken out when it was done. */
@Entity('outbox')
export class OutboxEntity {
  @PrimaryGeneratedColumn({ type: 'bigint' }) id: string;
  @Column({ type: 'varchar', length: 40 }) kind: string;
  @Column({ type: 'json' }) about: object;
  @Index() @Column(moment) at: Date;
}

/** An act that was done under a key, and what was answered: the same key is answered the same, and nothing is done. */
@Entity('act_key')
export class ActKeyEntity {
  @PrimaryColumn('uuid') personId: string;
  @PrimaryColumn({ type: 'varchar', length: 64 }) key: string;
  /** Method and path: a key belongs to one act. */
  @Column({ type: 'varchar', length: 200 }) act: string;
  @Column({ type: 'mediumtext' }) answer: string;
  @Index() @Column(moment) at: Date;
}
