import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, LessThan, LessThanOrEqual, Repository } from 'typeorm';
import { Acts } from '../acts/index.ts';
import { JobEntity, LANE_NAMES, type Job, type Lane, type RunningJob } from './job.entity.ts';
import { JobState } from './jobState.ts';
import { RunnerName } from './runnerName.ts';

/** A job that was begun so often and never ended took its process with it each time. */
export const MOST_STARTS = 3;
/** A job that was claimed this lately may not be known to its own process yet. */
const JUST_BEGUN_MS = 10_000;
/** So many of a lane are put back into the queue at a time. */
const PUT_BACK = 10;
/** Ended jobs are forgotten after so long. */
const KEPT_MS = 14 * 86_400_000;

/** Who comes next in a lane, and what became of jobs whose process is gone. */
@Injectable()
export class JobQueue {
  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<Job>,
    private readonly name: RunnerName,
    private readonly acts: Acts,
    private readonly state: JobState,
  ) {}

  /**
   * Takes the next job of a lane for a runner, or null when none waits. The person who has least running there comes
   * first, then the one who was served longest ago: forty imports of one keep nobody else waiting. What was done for
   * others, and long ago, is not looked through.
   */
  async claim(lane: Lane, runner: string): Promise<RunningJob | null> {
    for (;;) {
      const [next] = (await this.jobs.query(
        `SELECT j.id FROM job j LEFT JOIN (
           SELECT r.ownerId, SUM(r.state = 'running') AS busy, MAX(r.startedAt) AS served
           FROM (SELECT DISTINCT ownerId FROM job WHERE lane = ? AND state = 'waiting' AND ownerId IS NOT NULL) w
           JOIN job r ON r.ownerId = w.ownerId AND r.lane = ? GROUP BY r.ownerId
         ) o ON o.ownerId = j.ownerId
         WHERE j.lane = ? AND j.state = 'waiting' AND (j.notBefore IS NULL OR j.notBefore <= ?)
         ORDER BY COALESCE(o.busy, 0), o.served, j.createdAt LIMIT 1`,
        [lane, lane, lane, new Date()],
      )) as { id: string }[];
      if (!next) return null;
      const taken = await this.jobs
        .createQueryBuilder()
        .update()
        .set({ state: 'running', runner, startedAt: new Date(), starts: () => 'starts + 1' })
        .where({ id: next.id, state: 'waiting' })
        .execute();
      if (taken.affected !== 1) continue;
      const job = await this.jobs.findOneBy({ id: next.id });
      // It may have been cancelled since.
      if (job?.state === 'running' && job.runner === runner) return job;
    }
  }

  /**
   * Jobs that nobody works on wait again: their process is gone, or it is this one and lost them with the database. One
   * that ended its process too often is failed. @param working the jobs that this process is at
   */
  async takeBack(working: ReadonlySet<string>): Promise<void> {
    const running = await this.jobs.find({
      where: { state: 'running' },
      select: { id: true, runner: true, startedAt: true },
    });
    const gone = await this.name.gone([...new Set(running.flatMap((job) => job.runner ?? []))]);
    const justBegun = Date.now() - JUST_BEGUN_MS;
    for (const { id, runner, startedAt } of running) {
      const isMine = runner === this.name.id && (working.has(id) || (startedAt?.getTime() ?? 0) > justBegun);
      if (isMine || (runner !== null && runner !== this.name.id && !gone.has(runner))) continue;
      await this.acts.do(async () => {
        const job = await this.state.locked(id);
        if (job?.state !== 'running' || job.runner !== runner) return;
        if (job.starts >= MOST_STARTS) await this.state.stop(job, { state: 'failed', ...KILLED });
        else await this.state.wait(job);
      });
    }
    await this.jobs.delete({
      state: In(['done', 'failed', 'cancelled']),
      endedAt: LessThan(new Date(Date.now() - KEPT_MS)),
    });
  }

  /** Of those whose time has come the oldest few of each lane: whoever works in it goes on to the others. */
  async waiting(): Promise<readonly Job[]> {
    const found: Job[] = [];
    for (const lane of LANE_NAMES) {
      const waits = { lane, state: 'waiting' } as const;
      const where = [
        { ...waits, notBefore: IsNull() },
        { ...waits, notBefore: LessThanOrEqual(new Date()) },
      ];
      found.push(...(await this.jobs.find({ where, order: { createdAt: 'ASC' }, take: PUT_BACK })));
    }
    return found;
  }
}

const KILLED = {
  failureStatus: 422,
  failureCode: 'job-given-up',
  failureText:
    'This was tried three times and broke off each time, so it was given up. What was saved is safe; use another file, or tell your school keeper.',
};
