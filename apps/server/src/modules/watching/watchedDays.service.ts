import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DateTime } from 'luxon';
import { Repository } from 'typeorm';
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

/** On which days a lesson was watched. */
@Injectable()
export class WatchedDays {
  constructor(
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    private readonly school: SchoolService,
  ) {}

  /** By these learners, in the order of the days. */
  async of(lessonId: string, learnerIds: readonly string[]): Promise<readonly WatchedDay[]> {
    if (learnerIds.length === 0) return [];
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
    return [...days]
      .toSorted(([a], [b]) => (a < b ? -1 : 1))
      .map(([day, { learners, playedMs }]) => ({ day, learners: learners.size, playedMs: Math.round(playedMs) }));
  }
}
