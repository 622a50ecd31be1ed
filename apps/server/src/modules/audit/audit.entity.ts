import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/**
 * Somebody of the staff saw or changed what is somebody's. Lines are added and, when they are old, forgotten; none is
 * ever changed. They name people and classes without holding on to them: who is erased is gone here as well.
 */
@Entity('audit')
@Index(['byId', 'id'])
@Index(['aboutId', 'id'])
@Index(['classId', 'id'])
export class AuditEntity {
  @PrimaryGeneratedColumn({ type: 'bigint' }) id: string;
  @Index() @Column(moment) at: Date;
  @Column('uuid') byId: string;
  /** What was done, in words that go on after a name: `looked at a hand-in`. */
  @Column({ type: 'varchar', length: 80 }) says: string;
  @Column({ type: 'tinyint' }) isChange: boolean;
  /** Whose it is; null where it is a whole class’s, or the school’s. */
  @Column({ type: 'uuid', nullable: true }) aboutId: string | null;
  @Column({ type: 'uuid', nullable: true }) classId: string | null;
  /** The same thing that is looked at again within some minutes is one line. Null for changes. */
  @Index({ unique: true }) @Column({ type: 'varchar', length: 28, nullable: true }) once: string | null;
}
