import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** A learner opened an edition and may have played some of it. */
@Entity('visit')
@Index(['lessonId', 'learnerId'])
export class VisitEntity {
  @PrimaryColumn('uuid') id: string;
  @Column('uuid') editionId: string;
  @Column('uuid') lessonId: string;
  @Column('uuid') learnerId: string;
  @Column(moment) startedAt: Date;
  @Column(moment) lastAt: Date;
  /** Wall time that the reports of this visit claim, in milliseconds. */
  @Column({ type: 'int' }) claimedMs: number;
  /** Where the learner stopped, in take time, so that it holds in a later edition too. */
  @Column({ type: 'uuid', nullable: true }) atTakeId: string | null;
  @Column(bigWhole) atTime: number;
}

/** A stretch of a take that was really played, in microseconds of take time: start in, end out. */
@Entity('play')
@Index(['lessonId', 'learnerId'])
export class PlayEntity {
  @PrimaryColumn('uuid') id: string;
  @Column('uuid') visitId: string;
  @Column('uuid') lessonId: string;
  @Column('uuid') learnerId: string;
  @Column('uuid') takeId: string;
  @Column(bigWhole) start: number;
  @Column(bigWhole) end: number;
  @Column({ type: 'float' }) speed: number;
  @Column(moment) at: Date;
}
