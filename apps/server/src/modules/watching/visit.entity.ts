import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import type { PlayLayers } from '@oakbell/core/coverage';
import type { RangeSet } from '@oakbell/core/intervals';
import { bigWhole, moment } from '../../platform/database/index.ts';

/** A learner opened an edition and may have played some of it. */
@Entity('visit')
@Index(['learnerId', 'lessonId', 'lastAt'])
@Index(['lessonId', 'lastAt'])
export class VisitEntity {
  /** Chosen by the player, so that a visit can begin while the server is away. */
  @PrimaryColumn('uuid') id: string;
  @ForeignKey('edition') @Column('uuid') editionId: string;
  @ForeignKey('lesson') @Column('uuid') lessonId: string;
  @ForeignKey('person') @Column('uuid') learnerId: string;
  @Column(moment) startedAt: Date;
  @Column(moment) lastAt: Date;
  /** The numbers of the reports that were counted, as ranges: start in, end out. */
  @Column({ type: 'json' }) counted: readonly { readonly start: number; readonly end: number }[];
  /** Where the learner stopped, in take time, so that it holds in a later edition too. */
  @Column({ type: 'uuid', nullable: true }) atSourceId: string | null;
  @Column(bigWhole) atTime: number;
}

/** A stretch of a take that was really played, in microseconds of take time: start in, end out. */
@Entity('play')
export class PlayEntity {
  @ForeignKey('visit', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') visitId: string;
  /** The report that told of it, and its place in there. */
  @PrimaryColumn({ type: 'int' }) report: number;
  @PrimaryColumn({ type: 'int' }) number: number;
  @Column('uuid') sourceId: string;
  @Column(bigWhole) start: number;
  @Column(bigWhole) end: number;
  @Column({ type: 'float' }) speed: number;
  @Column(moment) at: Date;
}

/**
 * What a learner has played of a take for a lesson: all plays of all visits, compacted. It is kept in the act that counts
 * a report, so that whoever looks at it reads a row, however often somebody watched.
 */
@Entity('watched')
@Index(['lessonId', 'learnerId'])
export class WatchedEntity {
  @ForeignKey('person') @PrimaryColumn('uuid') learnerId: string;
  @ForeignKey('lesson') @PrimaryColumn('uuid') lessonId: string;
  /** A take, or a title card by its name. */
  @PrimaryColumn('uuid') sourceId: string;
  @Column({ type: 'json' }) layers: PlayLayers;
  @Column(moment) firstAt: Date;
  @Column(moment) lastAt: Date;
}

/** What a learner can have watched of a lesson, and claims to have: see the rules. Over all visits and devices. */
@Entity('sitting')
export class SittingEntity {
  @ForeignKey('person') @PrimaryColumn('uuid') learnerId: string;
  @ForeignKey('lesson') @PrimaryColumn('uuid') lessonId: string;
  @Column({ type: 'json' }) open: RangeSet;
  @Column(bigWhole) pastMs: number;
  @Column(bigWhole) claimedMs: number;
}

/** What the devices of a learner said was played of a lesson, and cannot have been. It is told to who teaches them, and counts for nothing. */
@Entity('uncounted')
@Index(['lessonId', 'learnerId'])
export class UncountedEntity {
  @ForeignKey('person') @PrimaryColumn('uuid') learnerId: string;
  @ForeignKey('lesson') @PrimaryColumn('uuid') lessonId: string;
  @Column({ type: 'int' }) reports: number;
  /** How long it would have taken, in ms. */
  @Column(bigWhole) claimedMs: number;
  @Column(moment) lastAt: Date;
}

/** What of a visit is to be told to a record store; only where there is one. */
@Entity('visit_telling')
@Index(['dueAt'])
export class VisitTellingEntity {
  @ForeignKey('visit', { onDelete: 'CASCADE' }) @PrimaryColumn('uuid') visitId: string;
  /** When it is told; null while nothing is left to tell. */
  @Column({ ...moment, nullable: true }) dueAt: Date | null;
  /** Rises with each report: what came while it was being told is told the next time. */
  @Column({ type: 'int' }) reports: number;
  /** It told that the learner had watched the lesson. */
  @Column({ type: 'boolean' }) completed: boolean;
}
