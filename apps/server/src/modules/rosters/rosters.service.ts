import {
  changesOf,
  guessReading,
  planRoster,
  readingFault,
  RosterError,
  rosterOfList,
  type ListReading,
  type Roster,
  type RosterPlan,
} from '@oakbell/core/rosters';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { open } from 'node:fs/promises';
import { In, IsNull, LessThan, MoreThan, Not, Repository } from 'typeorm';
import { Acts, isThereAlready } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import {
  Rounds,
  JobHandlers,
  JobsService,
  type Ending,
  type JobTurns,
  type RunningJob,
} from '../../platform/jobs/index.ts';
import { claimById, FileClaims, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { withStored, type UploadedFile } from '../files/index.ts';
import { SchoolService } from '../school/index.ts';
import { RosterKeeping } from './keeping.ts';
import { SchoolReader } from './knownSchool.ts';
import { RosterEntity, type RosterState } from './roster.entity.ts';
import { kindOfFile, LARGEST_ROSTER, listAt, oneRosterAt, rosterProblem } from './rosterFile.ts';
import { shownOf } from './shown.ts';
import { TAKE_BACK_MS } from './undo.ts';

export const READ_ROSTER = 'read-roster';
export const APPLY_ROSTER = 'apply-roster';
export const TAKE_BACK_ROSTER = 'take-back-roster';
export const FORGET_ROSTERS = 'forget-rosters';

/** So many rows of a list are shown while its columns are confirmed. */
const SAMPLED = 6;
const LONGEST_CELL_SHOWN = 60;
/** So many rosters are listed, the newest first. */
export const LISTED = 50;
/** A file that nobody applied is kept for so long. */
const KEPT_MS = 14 * 86_400_000;

/** How the doubtful are decided: person by person, and all that were not shown by one rule. */
export interface Decisions {
  readonly digest: string;
  readonly twins: readonly { readonly person: number; readonly is: string | null }[];
  /** `likely`: the likeliest, where there is one; `new`: other people; null: each was decided. */
  readonly rest: 'likely' | 'new' | null;
  /** The keeper has seen which classes are emptied. */
  readonly emptied: boolean;
}

/** Rosters on their way into the school: read, planned, applied, taken back. The work is done by the job process. */
@Injectable()
export class RostersService implements OnModuleInit {
  constructor(
    @InjectRepository(RosterEntity) private readonly rosters: Repository<RosterEntity>,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly rounds: Rounds,
    private readonly acts: Acts,
    private readonly claims: FileClaims,
    private readonly school: SchoolService,
    private readonly reader: SchoolReader,
    private readonly keeping: RosterKeeping,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.claims.claim(
      'rosters/',
      claimById((ids) => this.rosters.find({ where: { id: In([...ids]), key: Not(IsNull()) }, select: { id: true } })),
    );
    const back = ({ subjectId }: RunningJob) => Promise.resolve(() => this.#takeBack(subjectId));
    this.handlers.register(READ_ROSTER, 'look', (job) => this.#read(job), this.#turns('reading', 'failed'));
    this.handlers.register(APPLY_ROSTER, 'look', (job) => this.#apply(job), this.#turns('applying', 'planned'));
    this.handlers.register(TAKE_BACK_ROSTER, 'look', back, this.#turns('returning', 'applied'));
    this.rounds.daily(FORGET_ROSTERS, () => Promise.resolve(() => this.#forget()));
  }

  /** How a roster stands while a job works on it, and when that has failed. */
  #turns(at: RosterState, stopped: RosterState): JobTurns {
    return {
      stopped: async ({ subjectId: id, failureCode, failureText }) => {
        const own = failureCode !== null && failureCode !== 'failed' ? failureText : null;
        await this.rosters.update({ id }, { state: stopped, failure: own ?? CANNOT_BE_DONE });
      },
      again: async ({ subjectId: id }) => {
        const { affected } = await this.rosters.update({ id, state: stopped }, { state: at, failure: null });
        if (!affected) throw MOVED_ON;
      },
    };
  }

  /** Takes a file in; a job looks into it. @throws Problem `roster-unreadable`, `no-file` */
  async bring(byId: string, [file, ...more]: readonly UploadedFile[]): Promise<RosterEntity> {
    if (!file) throw new Problem(400, 'no-file', 'No file arrived. Choose a file and try again.');
    if (more.length > 0)
      throw new Problem(422, 'roster-unreadable', 'Bring one file at a time: a list as CSV, or a OneRoster zip.');
    if (file.size > LARGEST_ROSTER)
      throw rosterProblem(`“${file.originalname}” is larger than ${LARGEST_ROSTER / 1024 / 1024} MB.`);
    const format = kindOfFile(await firstBytes(file.path), file.originalname) === 'zip' ? 'oneroster' : 'list';
    const id = randomUUID();
    const key = `rosters/${id}/file`;
    await this.storage.putFile(key, file.path);
    const made = this.rosters.create({
      ...{ id, byId, name: file.originalname.slice(0, 200), state: 'reading', format, version: null, key },
      ...{ sample: null, reading: null, plan: null, undo: null, failure: null, createdAt: new Date(), appliedAt: null },
    });
    await this.acts.do(async () => {
      await this.rosters.insert(made);
      await this.jobs.add({ kind: READ_ROSTER, ownerId: byId, subjectId: id, input: {} });
    });
    return made;
  }

  async list(): Promise<readonly RosterEntity[]> {
    const select = {
      id: true,
      byId: true,
      name: true,
      state: true,
      format: true,
      createdAt: true,
      appliedAt: true,
    } as const;
    return this.rosters.find({ select, order: { createdAt: 'DESC' }, take: LISTED });
  }

  /** @throws Problem `not-found` */
  async one(id: string): Promise<RosterEntity> {
    const found = await this.rosters.findOneBy({ id });
    if (!found) throw notFound('roster');
    return found;
  }

  /** Confirms how a list is to be read; the plan follows. @throws Problem `bad-reading`, `roster-moved-on` */
  async setReading(id: string, byId: string, reading: ListReading): Promise<void> {
    const fault = readingFault(reading);
    if (fault) throw new Problem(422, 'bad-reading', `${fault} Nothing was changed.`);
    await this.acts.do(async () => {
      const { sample } = await this.#locked(id, ['asking', 'planned', 'failed']);
      if (!sample) throw MOVED_ON;
      await this.rosters.update({ id }, { state: 'reading', reading, plan: null, failure: null });
      await this.jobs.add({ kind: READ_ROSTER, ownerId: byId, subjectId: id, input: {} });
    });
  }

  /** Does what was planned. @throws Problem `twins-undecided`, `class-emptied`, `roster-moved-on` */
  async apply(id: string, byId: string, decisions: Decisions): Promise<void> {
    await this.acts.do(async () => {
      const { plan } = await this.#locked(id, ['planned']);
      if (!plan || plan.digest !== decisions.digest) throw MOVED_ON;
      const decided = new Set(decisions.twins.map((one) => one.person));
      if (decisions.rest === null && plan.counts.twins > decided.size)
        throw new Problem(
          409,
          'twins-undecided',
          'Say first who of the doubtful is the same person. Nothing was changed.',
        );
      if (plan.counts.emptied > 0 && !decisions.emptied)
        throw new Problem(
          409,
          'class-emptied',
          'This would leave classes without any learner. Confirm it first. Nothing was changed.',
        );
      await this.rosters.update({ id }, { state: 'applying', failure: null });
      await this.jobs.add({ kind: APPLY_ROSTER, ownerId: byId, subjectId: id, input: decisions });
    });
  }

  /** @throws Problem `too-late`, `roster-moved-on` */
  async takeBack(id: string, byId: string): Promise<void> {
    await this.acts.do(async () => {
      const one = await this.#locked(id, ['applied']);
      if (!(await this.canBeTakenBackUntil(one))) throw TOO_LATE;
      await this.rosters.update({ id }, { state: 'returning', failure: null });
      await this.jobs.add({ kind: TAKE_BACK_ROSTER, ownerId: byId, subjectId: id, input: {} });
    });
  }

  /** Puts a roster away that was not applied. @throws Problem `roster-moved-on` */
  async discard(id: string): Promise<void> {
    await this.acts.do(async () => {
      await this.#locked(id, ['asking', 'planned', 'failed']);
      await this.rosters.delete({ id });
    });
  }

  /** Until when a roster can be taken back; null when it cannot. */
  async canBeTakenBackUntil({ id, state, appliedAt }: RosterEntity): Promise<Date | null> {
    if (state !== 'applied' || !appliedAt || Date.now() - appliedAt.getTime() > TAKE_BACK_MS) return null;
    return (await this.#laterThan(id, appliedAt)) ? null : new Date(appliedAt.getTime() + TAKE_BACK_MS);
  }

  /** The same for the one that can be, by its id: only the newest. */
  async newestBackUntil(): Promise<ReadonlyMap<string, Date>> {
    const newest = await this.rosters.findOne({
      where: { state: In(['applied', 'returning']) },
      order: { appliedAt: 'DESC' },
    });
    const until = newest && (await this.canBeTakenBackUntil(newest));
    return new Map(newest && until ? [[newest.id, until]] : []);
  }

  #laterThan(id: string, appliedAt: Date): Promise<boolean> {
    return this.rosters.existsBy({ id: Not(id), state: In(['applied', 'returning']), appliedAt: MoreThan(appliedAt) });
  }

  /** All rosters are locked with it: two keepers bring their files in one after the other. */
  async #locked(id: string, states: readonly RosterState[]): Promise<RosterEntity> {
    const lock = { mode: 'pessimistic_write' } as const;
    await this.rosters.find({ select: { id: true }, order: { id: 'ASC' }, lock });
    const found = await this.rosters.findOne({ where: { id }, lock });
    if (!found) throw notFound('roster');
    if (!states.includes(found.state)) throw MOVED_ON;
    return found;
  }

  async #read(job: RunningJob): Promise<Ending> {
    const id = job.subjectId;
    const one = await this.one(id);
    if (one.format === 'list' && !one.reading) {
      const rows = await this.#rows(one);
      const sample = rows.slice(0, SAMPLED).map((row) => row.map((cell) => cell.slice(0, LONGEST_CELL_SHOWN)));
      if (sample.length === 0) throw rosterProblem('There is no line in this file.');
      const reading = guessReading(rows.slice(0, 200));
      return () => this.rosters.update({ id }, { state: 'asking', sample, reading });
    }
    const { roster, version } = await this.#rosterOf(one);
    const plan = shownOf(planRoster(roster, await this.reader.read()));
    return () => this.rosters.update({ id }, { state: 'planned', plan, version });
  }

  #rows({ key }: RosterEntity): Promise<readonly (readonly string[])[]> {
    if (key === null) throw MOVED_ON;
    return withStored(this.storage, key, (path) => listAt(path));
  }

  async #rosterOf(one: RosterEntity): Promise<{ readonly roster: Roster; readonly version: string | null }> {
    if (one.key === null) throw MOVED_ON;
    if (one.format === 'oneroster') {
      const zone = await this.school.timeZone();
      const today = new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(new Date());
      return withStored(this.storage, one.key, (path) => oneRosterAt(path, today));
    }
    const rows = await this.#rows(one);
    try {
      return { roster: rosterOfList(one.name, rows, one.reading ?? guessReading(rows)), version: null };
    } catch (failure) {
      throw failure instanceof RosterError ? rosterProblem(failure.message) : failure;
    }
  }

  async #apply(job: RunningJob): Promise<Ending> {
    const id = job.subjectId;
    const decisions = job.input as Decisions;
    const { roster } = await this.#rosterOf(await this.one(id));
    return async () => {
      await this.#locked(id, ['applying']);
      const plan = planRoster(roster, await this.reader.read());
      const shown = shownOf(plan);
      if (shown.digest !== decisions.digest) {
        const failure =
          'The school has changed since this was planned. Look at the plan once more; nothing was changed.';
        return this.rosters.update({ id }, { state: 'planned', plan: shown, failure });
      }
      const undo = await this.keeping
        .do(plan, changesOf(plan, choicesOf(plan, decisions)))
        .catch((failure: unknown) => {
          if (isThereAlready(failure)) throw RACED;
          throw failure instanceof RangeError
            ? new Problem(422, 'twins-twice', `${failure.message} Nothing was changed.`)
            : failure;
        });
      // Numbers stay; who they are stands in the school, and for a day in how it is taken back.
      const done = {
        ...shown,
        faults: [],
        emptied: [],
        newPeople: [],
        changedPeople: [],
        leaving: [],
        back: [],
        twins: [],
        newClasses: [],
      };
      const isOver = { key: null, sample: null, reading: null, failure: null };
      return this.rosters.update({ id }, { state: 'applied', appliedAt: new Date(), plan: done, undo, ...isOver });
    };
  }

  async #takeBack(id: string): Promise<void> {
    const { undo } = await this.#locked(id, ['returning']);
    if (undo) await this.keeping.undo(undo, await this.reader.read());
    await this.rosters.update({ id }, { state: 'returned', undo: null });
  }

  /** What is over with is forgotten: who was changed how, after a day; files that nobody applied, after two weeks. */
  async #forget(): Promise<void> {
    const dayAgo = new Date(Date.now() - TAKE_BACK_MS);
    await this.rosters.update({ state: 'applied', appliedAt: LessThan(dayAgo), undo: Not(IsNull()) }, { undo: null });
    const old = new Date(Date.now() - KEPT_MS);
    await this.rosters.delete({ state: In(['asking', 'planned', 'failed', 'reading']), createdAt: LessThan(old) });
  }
}

/** Who each twin is. Only twins are decided: whoever else is named is left aside. @throws Problem `not-a-twin` for a choice that was not offered */
function choicesOf({ twins }: RosterPlan, { twins: decided, rest }: Decisions): ReadonlyMap<number, string | null> {
  const given = new Map(decided.map(({ person, is }) => [person, is]));
  const choices = new Map<number, string | null>();
  const taken = new Set<string>();
  const choose = (person: number, is: string | null) => {
    if (is) taken.add(is);
    choices.set(person, is);
  };
  for (const { person, candidates } of twins) {
    const chosen = given.get(person);
    if (chosen === undefined) continue;
    if (chosen !== null && !candidates.includes(chosen))
      throw new Problem(
        422,
        'not-a-twin',
        'Somebody was chosen who was not among those it could be. Nothing was changed.',
      );
    choose(person, chosen);
  }
  for (const { person, candidates, isLikely } of twins) {
    if (choices.has(person)) continue;
    const [first] = candidates;
    choose(person, rest === 'likely' && isLikely && first && !taken.has(first) ? first : null);
  }
  return choices;
}

const CANNOT_BE_DONE = 'This could not be done: something went wrong on the server. Nothing was changed; try again.';
const MOVED_ON = new Problem(
  409,
  'roster-moved-on',
  'This roster has moved on meanwhile. Look at it once more; nothing was changed.',
);
const TOO_LATE = new Problem(
  409,
  'too-late',
  'This can no longer be taken back: a day has passed, or another roster came after it.',
);
const RACED = new Problem(
  409,
  'roster-raced',
  'Somebody was added while this was done. Nothing was changed; apply it once more.',
);

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}
