import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';
import type { Role } from '../../platform/sessions/index.ts';

@Entity('person')
export class PersonEntity {
  @PrimaryColumn('uuid') id: string;
  /** What the person types to sign in; compared without regard to case. */
  @Index({ unique: true }) @Column({ type: 'varchar', length: 80 }) signInName: string;
  @Column({ type: 'varchar', length: 120 }) name: string;
  @Column({ type: 'varchar', length: 10 }) role: Role;
  @Column({ type: 'varchar', length: 200 }) passwordHash: string;
  @Column(moment) createdAt: Date;
}

/** A sign-in that failed, kept for a short time to slow guessing. `key` is a digest, not a name. */
@Entity('sign_in_failure')
export class SignInFailureEntity {
  @PrimaryColumn('uuid') id: string;
  @Index() @Column({ type: 'char', length: 64 }) key: string;
  @Column(moment) at: Date;
}
