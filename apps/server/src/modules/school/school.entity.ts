import { Check, Column, Entity, PrimaryColumn } from 'typeorm';
import { moment } from '../../platform/database/index.ts';

/** Days without lessons, both ends in, as dates of the school's calendar (yyyy-mm-dd). */
export interface Holiday {
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

/** The one school of an installation. */
@Entity('school')
@Check('one_school', 'id = 1')
export class SchoolEntity {
  @PrimaryColumn('tinyint') id: number;
  @Column({ type: 'varchar', length: 120 }) name: string;
  /** IANA name. */
  @Column({ type: 'varchar', length: 60 }) timeZone: string;
  /** The days of the week with lessons, 1 (Monday) to 7. */
  @Column('json') days: readonly number[];
  @Column('json') holidays: readonly Holiday[];
  /** Addresses of these domains may sign in by the school's own sign-in; all when empty. */
  @Column('json') mailDomains: readonly string[];
  /** Pages under these addresses may show lessons in frames, as `https://host:port`. */
  @Column('json') frameHosts: readonly string[];
  /** For so many days it is kept who saw and changed what of whom. */
  @Column({ type: 'int', default: 365 }) auditDays: number;
  @Column(moment) begunAt: Date;
}
