import { Injectable } from '@nestjs/common';
import { DataSource, type QueryRunner } from 'typeorm';
import { actScopes, type ActScope } from '../database/index.ts';

/** So often an act is tried that lost a race for a lock. */
const MOST_TRIES = 4;
/** So often an act looks for what is there before it is believed that what it writes is there already. */
const MOST_LOOKS = 2;
/** ER_LOCK_DEADLOCK, ER_LOCK_WAIT_TIMEOUT, ER_CHECKREAD: the other one went first, and this one can be done again. */
const LOST_RACE = new Set([1213, 1205, 1020]);

/**
 * What a person or a job does is one act: one transaction, kept whole or not at all. Inside it every repository works
 * on the same connection; an act within an act is part of it.
 */
@Injectable()
export class Acts {
  constructor(private readonly database: DataSource) {}

  /**
   * Does the work as one act. It must bear to be done again: an act that lost a race for a lock starts over, and so does,
   * once, one that was about to write what somebody else wrote since it looked: it finds it now. What the work throws is
   * thrown, and nothing was done.
   */
  async do<T>(work: () => Promise<T>): Promise<T> {
    if (actScopes.getStore()) return work();
    let looked = 1;
    for (let tries = 1; ; tries += 1) {
      try {
        return await this.#once(work);
      } catch (failure) {
        const again = lostRace(failure) || (isThereAlready(failure) && looked++ < MOST_LOOKS);
        if (!again || tries === MOST_TRIES) throw failure;
      }
    }
  }

  /** Has something done once this act is kept. @throws Error outside an act */
  afterwards(work: () => Promise<void>): void {
    const scope = actScopes.getStore();
    if (!scope) throw new Error('there is no act after which this could be done');
    scope.afterwards.push(work);
  }

  /** Does something once what is known here is kept: after the act that is going on, or at once where there is none. */
  whenKept(work: () => void): void {
    if (actScopes.getStore()) this.afterwards(() => Promise.resolve(work()));
    else work();
  }

  async #once<T>(work: () => Promise<T>): Promise<T> {
    const runner = this.database.createQueryRunner();
    const scope: ActScope = { runner, afterwards: [] };
    let result: T;
    try {
      await runner.startTransaction();
      result = await actScopes.run(scope, work);
      await runner.commitTransaction();
    } catch (failure) {
      if (runner.isTransactionActive) await runner.rollbackTransaction().catch(() => letGo(runner));
      throw failure;
    } finally {
      await runner.release();
    }
    for (const then of scope.afterwards) await actScopes.exit(then);
    return result;
  }
}

/**
 * A connection on which nothing could be taken back goes away: whoever had it next would keep what was begun on it, as soon
 * as they begin something themselves.
 */
async function letGo(runner: QueryRunner): Promise<void> {
  const connection = (await runner.connect()) as { destroy: () => void };
  connection.destroy();
}

const errnoOf = (failure: unknown): unknown =>
  (failure as { errno?: unknown } | null)?.errno ??
  (failure as { driverError?: { errno?: unknown } } | null)?.driverError?.errno;

const lostRace = (failure: unknown): boolean => LOST_RACE.has(Number(errnoOf(failure)));
/** Whether a row is there already that may be there only once (ER_DUP_ENTRY). */
export const isThereAlready = (failure: unknown): boolean => errnoOf(failure) === 1062;
