import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../database/index.ts';

export const ROLES = ['teacher', 'learner', 'keeper'] as const;
export type Role = (typeof ROLES)[number];

/** `whole`: somebody at Oak Bell. `frame`: lessons are watched in a page elsewhere, and nothing else is done. */
export const SESSION_KINDS = ['whole', 'frame'] as const;
export type SessionKind = (typeof SESSION_KINDS)[number];

/** A signed-in browser. Only digests of its secret are stored. */
@Entity('session')
export class SessionEntity {
  @PrimaryColumn({ type: 'char', length: 64 }) digest: string;
  /** What its owner calls it by, to end it. */
  @Index({ unique: true }) @Column('uuid') id: string;
  /** Names it in the addresses of media. */
  @Column({ type: 'char', length: 16 }) tag: string;
  @ForeignKey('person', { onDelete: 'CASCADE' }) @Index() @Column('uuid') personId: string;
  @Column({ type: 'varchar', length: 10 }) role: Role;
  @Column({ type: 'varchar', length: 5 }) kind: SessionKind;
  /** Browser and system in two words, so that its owner knows it again. */
  @Column({ type: 'varchar', length: 60 }) device: string;
  /** The first password has to be changed before anything else can be done. */
  @Column({ type: 'boolean' }) mustChange: boolean;
  @Column(moment) startedAt: Date;
  /** When something was last asked in it, to a minute. */
  @Column(moment) lastAt: Date;
  @Column(moment) expiresAt: Date;
}
