import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  applyEdit,
  doEdit,
  editsFault,
  EMPTY_EDITS,
  NO_HISTORY,
  programmeOf,
  redoChange,
  touchedBy,
  undoChange,
  type ChangeRow,
  type Edit,
  type EditList,
  type HistoryTops,
  type Segment,
  type Step,
} from '@oakbell/core/edits';
import type { Wanted } from '@oakbell/core/formats';
import { LRUCache } from 'lru-cache';
import { MoreThan, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { AccessService } from '../access/index.ts';
import { LessonChangeEntity, LessonEditsEntity, LessonEntity, type Lesson } from './lesson.entity.ts';

export interface Change {
  readonly byId: string;
  /** The revision it was made on; null to make it on the newest. */
  readonly revision: number | null;
  readonly wanted: Wanted | ((edits: EditList) => Wanted);
}
export interface Changed {
  readonly lesson: Lesson;
  readonly edits: EditList;
  /** What was done to the list, in order: of a step back, its opposite. */
  readonly done: readonly Edit[];
}
/** An edit list that a change made, and those of its segments that were not there before. */
export interface Made {
  readonly before: EditList;
  readonly edits: EditList;
  readonly touched: readonly Segment[];
}
/** A change that can be taken back, with the length before it in microseconds. */
export interface PastEdit {
  readonly revision: number;
  readonly edit: Edit;
  readonly byId: string;
  readonly lengthBefore: number;
}
/** Refuses an edit list that its maker may not have, with a Problem. */
export type EditsGuard = (lesson: Lesson, made: Made) => Promise<void>;

/** The list is written down whole after so many changes; in between it is made from there. */
const SNAPSHOT_EVERY = 64;
/** Changes are read so many at a time: they can be long. */
const READ_AT_ONCE = 500;

const CHANGED = () =>
  new Problem(
    409,
    'lesson-changed',
    'This lesson was changed meanwhile, by somebody else or in another window. Nothing was overwritten; look at it and press again.',
  );
const DOES_NOT_APPLY = () =>
  new Problem(409, 'edit-does-not-apply', 'The lesson has changed meanwhile. Look at it and try again.');
const FAULTS = {
  'too-much': () =>
    new Problem(
      422,
      'too-much-in-lesson',
      'A lesson can have 10,000 parts, and 2,000 things laid over. It is as it was.',
    ),
  'too-long': () =>
    new Problem(422, 'programme-too-long', 'A lesson can be three hours long, a title card a minute. It is as it was.'),
} as const;

interface Known {
  readonly revision: number;
  readonly edits: EditList;
  /** The revision that was last written down whole. */
  readonly saved: number;
}
/** So many lessons, and so many segments of them all, are at hand. */
const MOST_LESSONS = 200;
const MOST_SEGMENTS = 50_000;

/** The edits of lessons: a log of changes, of which the list is what comes out. */
@Injectable()
export class EditsService {
  readonly #guards: EditsGuard[] = [];
  /** Lists that this process has made lately. A list belongs to its revision, so none is ever wrong, only old. */
  readonly #known = new LRUCache<string, Known>({
    max: MOST_LESSONS,
    maxSize: MOST_SEGMENTS,
    sizeCalculation: ({ edits }) => edits.segments.length + 1,
  });

  constructor(
    @InjectRepository(LessonEntity) private readonly lessons: Repository<Lesson>,
    @InjectRepository(LessonChangeEntity) private readonly changes: Repository<LessonChangeEntity>,
    @InjectRepository(LessonEditsEntity) private readonly snapshots: Repository<LessonEditsEntity>,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly access: AccessService,
  ) {}

  /** Lets another module look at what every change makes before it is kept. */
  guard(guard: EditsGuard): void {
    this.#guards.push(guard);
  }

  /** The edit list of a lesson as of its revision. */
  async of({ id, revision }: Pick<Lesson, 'id' | 'revision'>): Promise<EditList> {
    return (await this.#at(id, revision)).edits;
  }

  /** @throws Problem `lesson-changed`, `edit-does-not-apply`, `too-much-in-lesson`, `programme-too-long`, and what guards say */
  async change(lessonId: string, { byId, revision, wanted }: Change): Promise<Changed> {
    return this.acts.do(async () => {
      const lesson = await this.locked(lessonId);
      if (revision !== null && lesson.revision !== revision) throw CHANGED();
      const known = await this.#at(lessonId, lesson.revision);
      const steps = await this.#steps(lesson, known.edits, typeof wanted === 'function' ? wanted(known.edits) : wanted);
      const last = steps.at(-1);
      if (!last) return { lesson, edits: known.edits, done: [] };
      const made = { before: known.edits, edits: last.edits, touched: touchedBy(known.edits, last.edits) };
      const fault = editsFault(made.edits, made.touched);
      if (fault) throw FAULTS[fault]();
      for (const guard of this.#guards) await guard(lesson, made);
      const now = await this.#keep(lesson, byId, steps);
      await this.#remember(now, { edits: last.edits, saved: known.saved });
      return { lesson: now, edits: last.edits, done: steps.map(({ row }) => row.edit) };
    });
  }

  /** Does one edit on the newest revision: for what the server does itself, for instance when a take is finished. */
  async edit(lessonId: string, byId: string, edit: (edits: EditList) => Edit): Promise<void> {
    await this.change(lessonId, { byId, revision: null, wanted: (edits) => ({ do: [edit(edits)] }) });
  }

  /** Begins a lesson that comes out of another: what it begins with cannot be taken back. */
  async begin(lessonId: string, byId: string, edit: Edit): Promise<void> {
    await this.change(lessonId, { byId, revision: null, wanted: { do: [edit] } });
    await this.lessons.update({ id: lessonId }, NO_HISTORY);
  }

  /** The newest changes that can be taken back, newest first. */
  async past(lesson: Lesson, most: number): Promise<readonly PastEdit[]> {
    const rows = await this.#chain(lesson.id, lesson.undo, most);
    if (rows.length === 0) return [];
    const before = await this.changes.find({
      where: rows.map((row) => ({ lessonId: lesson.id, revision: row.revision - 1 })),
      select: { revision: true, length: true },
    });
    const lengths = new Map(before.map((row) => [row.revision, row.length]));
    return rows.map(({ revision, edit, byId }) => ({
      ...{ revision, edit, byId },
      lengthBefore: lengths.get(revision - 1) ?? 0,
    }));
  }

  /** A lesson that nobody else can change until this act ends. @throws Problem `not-found` */
  async locked(id: string): Promise<Lesson> {
    const lesson = await this.lessons.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!lesson) throw notFound('lesson');
    return lesson;
  }

  async #steps(lesson: Lesson, from: EditList, wanted: Wanted): Promise<readonly (Step & { ok: true })[]> {
    const done: (Step & { ok: true })[] = [];
    let tops: HistoryTops = topsOf(lesson);
    let edits = from;
    const take = (step: Step): void => {
      if (!step.ok) throw DOES_NOT_APPLY();
      done.push(step);
      ({ edits, tops } = step);
    };
    const next = () => lesson.revision + done.length + 1;
    if ('do' in wanted) {
      for (const edit of wanted.do) take(doEdit(edits, tops, { revision: next(), edit }));
      return done;
    }
    const [step, top, most] =
      'undo' in wanted ? [undoChange, tops.undo, wanted.undo] : [redoChange, tops.redo, wanted.redo];
    for (const row of await this.#chain(lesson.id, top, most)) take(step(edits, tops, next(), row));
    return done;
  }

  /** Rows of one stack from the top down, at most so many. */
  async #chain(
    lessonId: string,
    top: number | null,
    most: number,
  ): Promise<readonly (ChangeRow & { readonly byId: string })[]> {
    if (top === null) return [];
    const found = (await this.changes.query(
      `WITH RECURSIVE chain AS (
         SELECT revision, below, 1 AS depth FROM lesson_change WHERE lessonId = ? AND revision = ?
         UNION ALL SELECT c.revision, c.below, depth + 1 FROM lesson_change c
           JOIN chain ON c.lessonId = ? AND c.revision = chain.below WHERE depth < ?
       ) SELECT revision FROM chain ORDER BY depth`,
      [lessonId, top, lessonId, most],
    )) as { revision: number }[];
    const rows: LessonChangeEntity[] = [];
    for (const { revision } of found) rows.push(await this.changes.findOneByOrFail({ lessonId, revision }));
    return rows;
  }

  async #keep(lesson: Lesson, byId: string, steps: readonly (Step & { ok: true })[]): Promise<Lesson> {
    const at = new Date();
    const rows = steps.map(({ row, edits }) => ({
      lessonId: lesson.id,
      ...row,
      length: programmeOf(edits).length,
      byId,
      at,
    }));
    await this.changes.insert(rows as object[]);
    const { edits, tops } = present(steps.at(-1));
    const change = {
      revision: present(rows.at(-1)).revision,
      length: present(rows.at(-1)).length,
      cover: edits.cover?.picture ?? null,
      ...tops,
      updatedAt: at,
    };
    await this.lessons.update({ id: lesson.id }, change);
    await this.events.tell([byId, ...(await this.access.makersOf(lesson.id))], {
      kind: 'lesson',
      id: lesson.id,
      revision: change.revision,
    });
    return { ...lesson, ...change };
  }

  /** Writes the list down now and then, and has it at hand for the next change once this one is kept. */
  async #remember({ id, revision }: Lesson, now: { edits: EditList; saved: number }): Promise<void> {
    const isDue = revision - now.saved >= SNAPSHOT_EVERY;
    if (isDue) await this.snapshots.upsert({ lessonId: id, revision, edits: now.edits } as object, ['lessonId']);
    const saved = isDue ? revision : now.saved;
    this.acts.whenKept(() => void this.#known.set(id, { revision, edits: now.edits, saved }));
  }

  /** The list as of a revision, and the one it was last written down at. */
  async #at(id: string, revision: number): Promise<{ readonly edits: EditList; readonly saved: number }> {
    const known = this.#known.get(id);
    if (known?.revision === revision) return known;
    const snapshot = await this.snapshots.findOneBy({ lessonId: id });
    const saved = snapshot && snapshot.revision <= revision ? snapshot.revision : 0;
    let edits = snapshot && saved > 0 ? snapshot.edits : EMPTY_EDITS;
    for (let from = saved; from < revision;) {
      const rows = await this.changes.find({
        where: { lessonId: id, revision: MoreThan(from) },
        order: { revision: 'ASC' },
        take: READ_AT_ONCE,
      });
      for (const row of rows.filter((one) => one.revision <= revision)) {
        const applied = applyEdit(edits, row.edit);
        if (!applied.ok) throw new Error(`change ${row.revision} of lesson ${id} does not apply: ${applied.reason}`);
        ({ edits } = applied);
      }
      from = rows.length < READ_AT_ONCE ? revision : present(rows.at(-1)).revision;
    }
    // Inside an act the revision may be its own, and come to nothing: another could be made under the same number.
    const found = { revision, edits, saved };
    this.acts.whenKept(() => void this.#known.set(id, found));
    return found;
  }
}

const topsOf = ({ undo, redo, undoable, redoable }: Lesson): HistoryTops => ({ undo, redo, undoable, redoable });
/** What a lesson begins with: no edit, no history. */
export const UNEDITED = { revision: 0, length: 0, cover: null, ...NO_HISTORY } as const;
