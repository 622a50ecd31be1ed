import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { sittingsOf } from '@oakbell/core/coverage';
import { DateTime } from 'luxon';
import { Repository } from 'typeorm';
import { groupedBy } from '../../platform/database/index.ts';
import { SchoolService } from '../school/index.ts';
import { PlayEntity } from './visit.entity.ts';

/** What was watched on one day. */
export interface WatchedDay {
  /** yyyy-mm-dd, by the school's clock. */
  readonly day: string;
  readonly learners: number;
  /** Of the lesson, in ms. */
  readonly playedMs: number;
}

/** How often one learner sat down to it, and on how many days. */
export interface Sat {
  readonly times: number;
  readonly days: number;
}

const QUARTER_MS = 15 * 60_000;

/** On which days a lesson was watched. */
@Injectable()
export class WatchedDays {
  constructor(
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    private readonly school: SchoolService,
  ) {}

  /** By these learners: the days in their order, and how often each of them sat down to it. */
  async of(
    lessonId: string,
    learnerIds: readonly string[],
  ): Promise<{ readonly days: readonly WatchedDay[]; readonly sat: ReadonlyMap<string, Sat> }> {
    if (learnerIds.length === 0) return { days: [], sat: new Map() };
    // By the quarter of an hour: which day that is, the school's clock says, and no zone's midnight lies within one.
    const rows = (await this.plays.query(
      `SELECT v.learnerId, CONCAT(DATE_FORMAT(p.at, '%Y-%m-%dT%H:'), LPAD(FLOOR(MINUTE(p.at) / 15) * 15, 2, '0'), ':00Z') AS quarter, SUM(p.end - p.start) AS played
       FROM visit v JOIN play p ON p.visitId = v.id WHERE v.lessonId = ? AND v.learnerId IN (?)
       GROUP BY v.learnerId, quarter`,
      [lessonId, learnerIds],
    )) as { learnerId: string; quarter: string; played: string }[];
    const zone = await this.school.timeZone();
    const days = new Map<string, { readonly learners: Set<string>; playedMs: number }>();
    for (const { learnerId, quarter, played } of rows) {
      const day = DateTime.fromISO(quarter, { zone }).toISODate() ?? '';
      const there = days.get(day) ?? { learners: new Set<string>(), playedMs: 0 };
      there.learners.add(learnerId);
      there.playedMs += Number(played) / 1000;
      days.set(day, there);
    }
    const all = [...days]
      .toSorted(([a], [b]) => (a < b ? -1 : 1))
      .map(([day, { learners, playedMs }]) => ({ day, learners: learners.size, playedMs: Math.round(playedMs) }));
    const sat = new Map(
      [...groupedBy(rows, (row) => row.learnerId)].map(([id, own]) => {
        const moments = own.map(({ quarter }) => Date.parse(quarter));
        const daysOf = new Set(moments.map((moment) => DateTime.fromMillis(moment, { zone }).toISODate()));
        // Two quarters of an hour that follow each other, or with one in between, are one sitting.
        return [id, { times: sittingsOf(moments, 2 * QUARTER_MS), days: daysOf.size }];
      }),
    );
    return { days: all, sat };
  }
}
