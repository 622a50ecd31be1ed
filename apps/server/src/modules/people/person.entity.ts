import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';
import type { Role } from '../../platform/sessions/index.ts';

@Entity('person')
export class PersonEntity {
  @PrimaryColumn('uuid') id: string;
  /** What the person types to sign in, folded; the database compares it letter for letter. */
  @Index({ unique: true }) @Column({ type: 'varchar', length: 80, collation: 'utf8mb4_bin' }) signInName: string;
  @Column({ type: 'varchar', length: 120 }) name: string;
  @Column({ type: 'varchar', length: 10 }) role: Role;
  @Column({ type: 'varchar', length: 200 }) passwordHash: string;
  /** The password was given by somebody else: it has to be changed before anything is done with it. */
  @Column({ type: 'boolean', default: false }) mustChange: boolean;
  @Column(moment) createdAt: Date;
}
