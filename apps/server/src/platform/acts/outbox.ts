import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, LessThan, Repository } from 'typeorm';
import { actScopes, workNames, type ActScope } from '../database/index.ts';
import { Acts } from './acts.ts';
import { ActKeyEntity, OutboxEntity } from './outbox.entity.ts';

/** An entry this old was left behind by a process that ended, or while Redis was away. */
const LEFT_MS = 3000;
/** So many entries are carried on at a time. */
const MOST_AT_ONCE = 100;
/** What could not be done at once is tried again after so long, and then left to the sweep. */
const AGAIN_MS = [100, 400, 1000];
/** How long whoever acted waits for what follows; it goes on without them. */
const PATIENCE_MS = 2000;
/** What this work is called, whichever act it follows. */
export const FOLLOWS = 'what follows an act';
/** A key is known for so long. */
const KEPT_MS = 86_400_000;

/** Does what an entry says. It may be done more than once. @throws Error to have it tried again later */
export type Carrier = (about: never) => Promise<void>;

/** What follows an act: kept with it, done after it, at least once. */
@Injectable()
export class Outbox implements OnApplicationShutdown {
  readonly #logger = new Logger('outbox');
  readonly #carriers = new Map<string, Carrier>();
  readonly #going = new Set<Promise<unknown>>();
  readonly #ofActs = new WeakMap<ActScope, string[]>();

  constructor(
    @InjectRepository(OutboxEntity) private readonly entries: Repository<OutboxEntity>,
    @InjectRepository(ActKeyEntity) private readonly keys: Repository<ActKeyEntity>,
    private readonly acts: Acts,
  ) {}

  /** Says who does what entries of a kind ask for. */
  carry(kind: string, carrier: Carrier): void {
    this.#carriers.set(kind, carrier);
  }

  /** Has something done after this act. @throws Error outside an act, or for a kind that nobody carries */
  async add(kind: string, about: object): Promise<void> {
    if (!this.#carriers.has(kind)) throw new Error(`nobody carries ${kind} on`);
    const entry = this.entries.create({ kind, about, at: new Date() });
    await this.entries.insert(entry);
    const scope = actScopes.getStore();
    if (!scope) throw new Error('there is no act after which this could be done');
    // All that follows one act is carried on together, in one act of its own.
    const ids = this.#ofActs.get(scope) ?? [];
    if (ids.length === 0) this.acts.afterwards(() => this.#soon(ids));
    this.#ofActs.set(scope, ids);
    ids.push(entry.id);
  }

  /** Carries on what was left behind, and forgets old keys: called by the job process now and then. */
  async sweep(): Promise<void> {
    await this.keys.delete({ at: LessThan(new Date(Date.now() - KEPT_MS)) });
    const left = () =>
      this.entries.find({
        where: { at: LessThan(new Date(Date.now() - LEFT_MS)) },
        order: { id: 'ASC' },
        take: MOST_AT_ONCE,
      });
    let before = Infinity;
    // Rows that stay although they were tried end the sweep: the next one tries again.
    for (let rows = await left(); rows.length > 0; rows = await left()) {
      const done = await this.#carryOn(rows.map((row) => row.id));
      if (done === 0 || rows.length >= before) return;
      before = rows.length < MOST_AT_ONCE ? rows.length : Infinity;
    }
  }

  async onApplicationShutdown(): Promise<void> {
    await Promise.allSettled([...this.#going]);
  }

  async #soon(ids: readonly string[]): Promise<void> {
    const going = this.#persistently(ids);
    this.#going.add(going);
    void going.finally(() => this.#going.delete(going));
    let timer: NodeJS.Timeout | undefined;
    await Promise.race([going, new Promise((resolve) => (timer = setTimeout(resolve, PATIENCE_MS).unref()))]);
    clearTimeout(timer);
  }

  /** A moment's trouble is no reason to leave it to the sweep. */
  async #persistently(ids: readonly string[]): Promise<void> {
    for (const wait of AGAIN_MS) {
      try {
        if ((await this.#carryOn(ids)) > 0) return;
      } catch (failure) {
        this.#logger.warn(`what follows an act is tried again: ${(failure as Error).message}`);
      }
      await new Promise((resolve) => setTimeout(resolve, wait).unref());
      if (!(await this.entries.existsBy({ id: In([...ids]) }).catch(() => true))) return;
    }
  }

  /** Does what these entries ask for, in their order, but for those that another process is at. Gives how many were done. */
  async #carryOn(ids: readonly string[]): Promise<number> {
    const carrying = async () => {
      const rows = await this.entries
        .createQueryBuilder('entry')
        .where('entry.id IN (:...ids)', { ids })
        .orderBy('entry.id')
        .setLock('pessimistic_write')
        .setOnLocked('skip_locked')
        .getMany();
      const done: string[] = [];
      for (const { id, kind, about } of rows) {
        try {
          await this.#carriers.get(kind)?.(about as never);
          done.push(id);
        } catch (failure) {
          this.#logger.warn(`${kind} is done later: ${(failure as Error).message}`);
          break;
        }
      }
      if (done.length > 0) await this.entries.delete(done);
      return done.length;
    };
    return workNames.run(FOLLOWS, () => this.acts.do(carrying));
  }
}
