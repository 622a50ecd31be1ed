import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../database/index.ts';

export const JOB_STATES = ['waiting', 'running', 'done', 'failed', 'cancelled'] as const;
export type JobState = (typeof JOB_STATES)[number];

/** A long piece of work as its owner sees it; the queue entry behind it can always be made again from here. */
@Entity('job')
export class JobEntity {
  @PrimaryColumn('uuid') id: string;
  @Column({ type: 'varchar', length: 40 }) kind: string;
  @Index() @Column('uuid') ownerId: string;
  @Index() @Column('uuid') subjectId: string;
  @Column({ type: 'json' }) input: object;
  @Index() @Column({ type: 'varchar', length: 10 }) state: JobState;
  /** 0…1000 thousandths. */
  @Column({ type: 'int' }) progress: number;
  @Column({ type: 'varchar', length: 60, nullable: true }) failureCode: string | null;
  @Column({ type: 'varchar', length: 400, nullable: true }) failureText: string | null;
  @Column(moment) createdAt: Date;
  @Column({ ...moment, nullable: true }) endedAt: Date | null;
  /** Increases with each try, so that an entry of an older try does nothing. */
  @Column(bigWhole) attempt: number;
}
