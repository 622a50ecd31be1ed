import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../database/index.ts';

export const JOB_STATES = ['waiting', 'running', 'done', 'failed', 'cancelled'] as const;
export type JobState = (typeof JOB_STATES)[number];

/**
 * Kinds of work, each with so many places in a job process: what somebody waits for is not kept waiting by what takes
 * long. `look`: seconds, and a person sees them pass. `mail`: hangs where a
 * server elsewhere hangs. `later`: nobody waits.
 */
export const LANES = { look: 2, publish: 1, import: 1, mail: 1, later: 1 } as const;
export type Lane = keyof typeof LANES;
export const LANE_NAMES = Object.keys(LANES) as readonly Lane[];

/** A long piece of work as its owner sees it; the queue entry behind it can always be made again from here. */
@Entity('job')
@Index(['lane', 'state', 'ownerId'])
export class JobEntity {
  @PrimaryColumn('uuid') id: string;
  @Column({ type: 'varchar', length: 40 }) kind: string;
  @Column({ type: 'varchar', length: 10 }) lane: Lane;
  /** Null for what nobody asked for: the house keeps itself in order. */
  @ForeignKey('person', { onDelete: 'CASCADE' })
  @Index()
  @Column({ type: 'uuid', nullable: true })
  ownerId: string | null;
  @Index() @Column('uuid') subjectId: string;
  @Column({ type: 'json' }) input: object;
  /** What came of it, for whoever waits. */
  @Column({ type: 'json', nullable: true }) result: object | string | null;
  @Index() @Column({ type: 'varchar', length: 10 }) state: JobState;
  /** 0…1000 thousandths. */
  @Column({ type: 'int' }) progress: number;
  @Column({ type: 'int', nullable: true }) failureStatus: number | null;
  @Column({ type: 'varchar', length: 60, nullable: true }) failureCode: string | null;
  @Column({ type: 'varchar', length: 400, nullable: true }) failureText: string | null;
  @Column(moment) createdAt: Date;
  /** It waits until then before it is tried again; null where it need not. */
  @Column({ ...moment, nullable: true }) notBefore: Date | null;
  @Column({ ...moment, nullable: true }) startedAt: Date | null;
  @Column({ ...moment, nullable: true }) endedAt: Date | null;
  /** Increases with each try that its owner asks for. */
  @Column(bigWhole) attempt: number;
  /** Who works on it: a job process that is gone holds its name no longer. */
  @Column({ type: 'uuid', nullable: true }) runner: string | null;
  /** How often it was begun in this try: a job that takes its process with it is given up. */
  @Column({ type: 'int' }) starts: number;
}

type Told = 'state' | 'result' | 'failureStatus' | 'failureCode' | 'failureText' | 'startedAt' | 'endedAt' | 'runner';
type JobFacts = Omit<JobEntity, Told>;
interface NoFailure {
  readonly failureStatus: null;
  readonly failureCode: null;
  readonly failureText: null;
}
export interface JobFailure {
  readonly failureStatus: number;
  readonly failureCode: string;
  readonly failureText: string;
}
interface NotEnded extends NoFailure {
  readonly result: null;
  readonly endedAt: null;
}
interface Ended {
  /** Null where it was ended before it was begun. */
  readonly startedAt: Date | null;
  readonly endedAt: Date;
  readonly runner: string | null;
}
export type WaitingJob = JobFacts &
  NotEnded & { readonly state: 'waiting'; readonly startedAt: Date | null; readonly runner: null };
export type RunningJob = JobFacts &
  NotEnded & { readonly state: 'running'; readonly startedAt: Date; readonly runner: string };
export type DoneJob = JobFacts &
  NoFailure &
  Ended & { readonly state: 'done'; readonly result: object | string | null };
export type FailedJob = JobFacts & JobFailure & Ended & { readonly state: 'failed'; readonly result: null };
export type CancelledJob = JobFacts & NoFailure & Ended & { readonly state: 'cancelled'; readonly result: null };
/** What is known of a job depends on where it stands. */
export type Job = WaitingJob | RunningJob | DoneJob | FailedJob | CancelledJob;
