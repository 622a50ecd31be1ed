import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { DataSource, type QueryRunner } from 'typeorm';

const lockOf = (id: string): string => `oakbell-runner-${id}`;

/**
 * The name under which this process takes jobs. It is held as a named lock of MariaDB on a connection of its own: the
 * moment the process is gone the name is free, and its jobs can be begun again. No clock is asked.
 */
@Injectable()
export class RunnerName {
  readonly id = randomUUID();
  #line: QueryRunner | null = null;

  constructor(private readonly database: DataSource) {}

  /** Holds the name, or makes sure that it is still held. @throws Error while the database is away */
  async hold(): Promise<void> {
    try {
      this.#line ??= this.database.createQueryRunner();
      const name = lockOf(this.id);
      const [row] = (await this.#line.query('SELECT IS_USED_LOCK(?) = CONNECTION_ID() AS isMine', [name])) as {
        isMine: unknown;
      }[];
      // Taken once: a lock that is taken again has to be let go as often.
      if (Number(row?.isMine) !== 1) await this.#line.query('SELECT GET_LOCK(?, 0)', [name]);
    } catch (failure) {
      await this.letGo();
      throw failure;
    }
  }

  async letGo(): Promise<void> {
    const line = this.#line;
    this.#line = null;
    await line?.query('SELECT RELEASE_LOCK(?)', [lockOf(this.id)]).catch(() => undefined);
    await line?.release().catch(() => undefined);
  }

  /** Those of these names that no process holds. */
  async gone(ids: readonly string[]): Promise<ReadonlySet<string>> {
    const free = new Set<string>();
    for (const id of ids) {
      const [row] = (await this.database.query('SELECT IS_FREE_LOCK(?) AS isFree', [lockOf(id)])) as {
        isFree: unknown;
      }[];
      if (Number(row?.isFree) === 1) free.add(id);
    }
    return free;
  }
}
