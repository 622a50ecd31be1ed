import type { TextSize } from '@oakbell/core/people';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';
import type { Role } from '../../platform/sessions/index.ts';

@Entity('person')
export class PersonEntity {
  @PrimaryColumn('uuid') id: string;
  /** What the person types to sign in, folded; the database compares it letter for letter. */
  @Index({ unique: true }) @Column({ type: 'varchar', length: 80, collation: 'utf8mb4_bin' }) signInName: string;
  /** As it is shown. */
  @Column({ type: 'varchar', length: 120 }) name: string;
  /** What the school calls them, where they chose another name to be shown. */
  @Column({ type: 'varchar', length: 120, nullable: true }) registerName: string | null;
  @Column({ type: 'varchar', length: 10 }) role: Role;
  /** Empty until they have chosen a password of their own. */
  @Column({ type: 'varchar', length: 200 }) passwordHash: string;
  /** While it is there, the first password that follows from it opens the door, and has to be changed at once. */
  @Column({ type: 'uuid', nullable: true }) firstKey: string | null;
  /** What opens the way to a new password follows from this, until then; null where nobody asked. */
  @Column({ type: 'uuid', nullable: true }) forgottenKey: string | null;
  @Column({ ...moment, nullable: true }) forgottenUntil: Date | null;
  /** Whoever has left cannot sign in; their work stays theirs. */
  @Column({ ...moment, nullable: true }) leftAt: Date | null;
  /** What the school's other program calls them, where a roster brought them. */
  @Index({ unique: true })
  @Column({ type: 'varchar', length: 200, collation: 'utf8mb4_bin', nullable: true })
  rosterKey: string | null;
  /** Where mail reaches them, in small letters. */
  @Index() @Column({ type: 'varchar', length: 254, nullable: true }) mail: string | null;
  /** Who they are to the school's identity provider, once they have come in by it. */
  @Index({ unique: true })
  @Column({ type: 'varchar', length: 255, collation: 'utf8mb4_bin', nullable: true })
  identityKey: string | null;
  /** How large they want letters; null where they have not chosen. */
  @Column({ type: 'varchar', length: 10, nullable: true }) textSize: TextSize | null;
  /** They want nothing on the screen to move by itself, whatever their machine says. */
  @Column({ type: 'boolean', default: false }) lessMotion: boolean;
  /** Whether a mail tells them of a sign-in in a browser that was not used before; null: staff yes, learners no. */
  @Column({ type: 'boolean', nullable: true }) mailOfSignIns: boolean | null;
  /** Which address of their calendar counts: whether there is one, and the number that it is signed with. */
  @Column({ type: 'boolean', default: false }) calendarOn: boolean;
  @Column({ type: 'int', default: 0 }) calendarNumber: number;
  @Column(moment) createdAt: Date;
}

/** Nobody is on the way to a new password. */
export const NOT_FORGOTTEN = { forgottenKey: null, forgottenUntil: null } as const;

/** What a learner needs: seen by those who teach them, and by nobody else. No row: nothing. */
@Entity('accommodation')
export class AccommodationEntity {
  @ForeignKey('person', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') personId: string;
  @Column({ type: 'boolean' }) captions: boolean;
  @Column({ type: 'boolean' }) largerText: boolean;
  /** So much more time than the others have, as a share. */
  @Column({ type: 'float' }) extraTime: number;
}
