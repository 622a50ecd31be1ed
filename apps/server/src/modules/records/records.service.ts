import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { endsWith, Rounds, type Ending, type JobSteps } from '../../platform/jobs/index.ts';
import { Viewings } from '../watching/index.ts';
import { RecordStoreEntity } from './records.entity.ts';
import { statementsOfAll, waitAfter } from './records.rules.ts';
import { RecordStore, StoreRefused } from './recordStore.ts';

const TELL = 'tell-records';
/** So many visits are told at once. */
const AT_ONCE = 50;
const THE_ONE = 1;

/** How it stands with the record store, for whoever keeps the school. */
export interface Standing {
  readonly host: string | null;
  readonly waiting: number;
  readonly since: Date | null;
  readonly triedAt: Date | null;
  readonly problem: string;
  readonly nextAt: Date | null;
}

/** Tells a record store what was watched; what it does not take now stays, and is told when it does. */
@Injectable()
export class RecordsService implements OnModuleInit {
  constructor(
    @InjectRepository(RecordStoreEntity) private readonly state: Repository<RecordStoreEntity>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly viewings: Viewings,
    private readonly store: RecordStore,
    private readonly rounds: Rounds,
  ) {}

  onModuleInit(): void {
    this.rounds.whenDue(
      TELL,
      () => this.#isDue(),
      (_, steps) => this.#round(steps),
    );
  }

  async standing(): Promise<Standing> {
    const { count, since } = await this.viewings.waiting();
    const known = await this.state.findOneBy({ id: THE_ONE });
    const { triedAt = null, problem = '', nextAt = null } = known ?? {};
    return { host: this.store.host, waiting: count, since, triedAt, problem, nextAt: problem === '' ? null : nextAt };
  }

  async #isDue(): Promise<boolean> {
    if (this.store.host === null) return false;
    const now = new Date();
    const known = await this.state.findOneBy({ id: THE_ONE });
    return (!known || known.nextAt <= now) && (await this.viewings.due(now, 1)).length > 0;
  }

  /** Tells all that is due, some visits at a time: what one of them was told is written before the next are. */
  async #round({ act }: JobSteps): Promise<Ending> {
    for (;;) {
      const due = await this.viewings.due(new Date(), AT_ONCE);
      if (due.length === 0) return endsWith();
      const viewings = await this.viewings.of(due.map(({ visitId }) => visitId));
      const problem = await this.#told(viewings);
      const completed = new Set(viewings.filter((one) => one.isCompleted).map((one) => one.visitId));
      await act(async () => {
        await this.#note(problem);
        if (problem === '') await this.viewings.told(due, completed);
      });
      if (problem !== '') return endsWith();
    }
  }

  /** What the store has against it, in words; empty when it took all. */
  async #told(viewings: Awaited<ReturnType<Viewings['of']>>): Promise<string> {
    try {
      await this.store.tell(statementsOfAll(viewings, this.config.address));
      return '';
    } catch (failure) {
      if (failure instanceof StoreRefused) return failure.message;
      throw failure;
    }
  }

  async #note(problem: string): Promise<void> {
    const before = (await this.state.findOneBy({ id: THE_ONE }))?.failures ?? 0;
    const failures = problem === '' ? 0 : before + 1;
    const triedAt = new Date();
    const nextAt = new Date(triedAt.getTime() + waitAfter(failures));
    await this.state.upsert({ id: THE_ONE, triedAt, failures, problem, nextAt }, ['id']);
  }
}
