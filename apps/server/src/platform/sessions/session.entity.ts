import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../database/index.ts';

export const ROLES = ['teacher', 'learner', 'keeper'] as const;
export type Role = (typeof ROLES)[number];

/** A signed-in browser. Only the digest of its secret is stored. */
@Entity('session')
export class SessionEntity {
  @PrimaryColumn({ type: 'char', length: 64 }) digest: string;
  @Index() @Column('uuid') personId: string;
  @Column({ type: 'varchar', length: 10 }) role: Role;
  @Column(moment) expiresAt: Date;
}
