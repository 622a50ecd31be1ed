import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { editMaking, insertPiece, pieceOf, programmeOf, splitLesson } from '@oakbell/core/edits';
import { USUAL_OPENING, type Opening } from '@oakbell/core/opening';
import { lengthOf, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { AccessService } from '../access/index.ts';
import { EditsService, UNEDITED } from './edits.service.ts';
import {
  isTaught,
  LessonEntity,
  LessonSourceEntity,
  LessonTagEntity,
  openingColumns,
  type AnswerLesson,
  type FeedbackLesson,
  type Lesson,
  type TaughtLesson,
  type WorksheetLesson,
} from './lesson.entity.ts';

/** What is said about a lesson. */
export type LessonFacts = Partial<Pick<LessonEntity, 'title' | 'goal' | 'targetMs'>>;
/** Where a lesson stands among others, and what others may do with it. */
export type LessonPlace = Partial<Pick<LessonEntity, 'unitId' | 'savedAs' | 'courseMay' | 'archivedAt'>>;
interface Begun {
  readonly ownerId: string;
  readonly title: string;
  readonly targetMs?: number;
}
type NewTaught = Begun & Pick<TaughtLesson, 'kind'> & Partial<Pick<TaughtLesson, 'goal' | 'unitId'>>;
type NewFeedback = Begun & Pick<FeedbackLesson, 'submissionId'>;
type NewAnswer = Begun & Pick<AnswerLesson, 'answersId'>;
/** Feedback and answers stand on somebody's own pages: no part of them goes into another lesson. */
function ensureTaught(lesson: Lesson): asserts lesson is TaughtLesson {
  if (!isTaught(lesson))
    throw new Problem(
      422,
      'not-a-lesson',
      'Feedback, spoken answers and worksheets stay with the work they belong to.',
    );
}

const NOTHING_SAID = {
  ...{ goal: '', targetMs: 300_000, unitId: null, savedAs: null },
  ...({ courseMay: 'use', archivedAt: null, replacedAt: null } as const),
} as const;
/** A lesson as it begins. */
function untouched() {
  const now = new Date();
  return { id: randomUUID(), ...UNEDITED, ...openingColumns(USUAL_OPENING), createdAt: now, updatedAt: now };
}

@Injectable()
export class LessonsService {
  constructor(
    @InjectRepository(LessonEntity) private readonly lessons: Repository<Lesson>,
    @InjectRepository(LessonSourceEntity) private readonly sources: Repository<LessonSourceEntity>,
    @InjectRepository(LessonTagEntity) private readonly tags: Repository<LessonTagEntity>,
    private readonly edits: EditsService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly access: AccessService,
  ) {}

  async add(lesson: NewTaught): Promise<TaughtLesson> {
    return this.#insert({ ...NOTHING_SAID, submissionId: null, answersId: null, ...lesson, ...untouched() });
  }
  async addFeedback(lesson: NewFeedback): Promise<FeedbackLesson> {
    return this.#insert({ ...NOTHING_SAID, kind: 'feedback', answersId: null, ...lesson, ...untouched() });
  }
  async addAnswer(lesson: NewAnswer): Promise<AnswerLesson> {
    return this.#insert({ ...NOTHING_SAID, kind: 'answer', submissionId: null, ...lesson, ...untouched() });
  }
  async addWorksheet(lesson: Begun): Promise<WorksheetLesson> {
    const nobodys = { submissionId: null, answersId: null } as const;
    return this.#insert({ ...NOTHING_SAID, kind: 'worksheet', ...nobodys, ...lesson, ...untouched() });
  }
  async #insert<One extends Lesson>(made: One): Promise<One> {
    await this.lessons.insert({ ...made, words: made.title } as never);
    return made;
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<Lesson> {
    const lesson = await this.lessons.findOneBy({ id });
    if (!lesson) throw notFound('lesson');
    return lesson;
  }

  async one(id: string): Promise<Lesson | null> {
    return this.lessons.findOneBy({ id });
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, Lesson>> {
    const found = ids.length === 0 ? [] : await this.lessons.findBy({ id: In([...ids]) });
    return new Map(found.map((one) => [one.id, one]));
  }

  async forSubmission(submissionId: string): Promise<FeedbackLesson | null> {
    return (await this.forSubmissions([submissionId])).get(submissionId) ?? null;
  }

  /** The feedback lessons of hand-ins as they are now, by hand-in. */
  async forSubmissions(ids: readonly string[]): Promise<ReadonlyMap<string, FeedbackLesson>> {
    const found =
      ids.length === 0 ? [] : await this.lessons.findBy({ submissionId: In([...ids]), replacedAt: IsNull() });
    return new Map(found.flatMap((one) => (one.kind === 'feedback' ? [[one.submissionId, one] as const] : [])));
  }

  /** Puts the pages of a hand-in aside: they are no longer those that are spoken on. */
  async setReplaced(id: string, at: Date): Promise<void> {
    await this.lessons.update({ id }, { replacedAt: at });
  }

  /** What a learner has recorded as the answer for an assignment, or null. */
  async forAnswer(answersId: string, ownerId: string): Promise<AnswerLesson | null> {
    const found = await this.lessons.findOneBy({ answersId, ownerId });
    return found?.kind === 'answer' ? found : null;
  }

  /** The lessons of a maker that were changed last, newest first, without those that are put away. */
  async recentOf(ownerId: string, most: number): Promise<readonly Lesson[]> {
    const where = { ownerId, kind: In(['slides', 'worked']), archivedAt: IsNull() };
    return this.lessons.find({ where, order: { updatedAt: 'DESC' }, take: most });
  }

  /**
   * Changes what is said about a lesson; what is not named stays. @param was what was there when it was changed, where
   * somebody else may have changed it since
   * @throws Problem `said-anew`
   */
  async describe(id: string, facts: LessonFacts, was: LessonFacts = {}): Promise<Lesson> {
    return this.acts.do(async () => {
      const now = await this.locked(id);
      const isAnother = (name: keyof LessonFacts) => was[name] !== undefined && now[name] !== was[name];
      if ((Object.keys(facts) as (keyof LessonFacts)[]).some(isAnother))
        throw new Problem(
          409,
          'said-anew',
          'Somebody else changed this a moment ago. It is shown as it is now; change it again if you like.',
        );
      const change = { ...facts, updatedAt: new Date() };
      await this.lessons.update({ id }, change);
      if (facts.title !== undefined) await this.#findable([id]);
      await this.changed(id);
      return { ...now, ...change };
    });
  }

  /** Puts lessons somewhere else, away, or into other hands; what is not named stays. */
  async place(ids: readonly string[], place: LessonPlace): Promise<void> {
    if (ids.length > 0) await this.lessons.update({ id: In([...ids]) }, place);
  }

  /** The tags of lessons, in the order of the alphabet. */
  async tagsOf(ids: readonly string[]): Promise<ReadonlyMap<string, readonly string[]>> {
    const rows = ids.length === 0 ? [] : await this.tags.findBy({ lessonId: In([...ids]) });
    const of = (id: string) => rows.flatMap((row) => (row.lessonId === id ? row.tag : [])).toSorted();
    return new Map(ids.map((id) => [id, of(id)]));
  }

  /** Gives lessons these tags instead of those they had. */
  async tag(tags: ReadonlyMap<string, readonly string[]>): Promise<void> {
    const ids = [...tags.keys()];
    const rows = [...tags].flatMap(([lessonId, all]) => all.map((tag) => ({ lessonId, tag })));
    await this.tags.delete({ lessonId: In(ids) });
    if (rows.length > 0) await this.tags.createQueryBuilder().insert().orIgnore().values(rows).execute();
    await this.#findable(ids);
  }

  /** Writes down anew what lessons are found by. */
  async #findable(ids: readonly string[]): Promise<void> {
    await this.lessons.query(
      `UPDATE lesson SET words = CONCAT_WS('\\n', title, (SELECT GROUP_CONCAT(tag SEPARATOR '\\n') FROM lesson_tag
       WHERE lessonId = lesson.id)) WHERE id IN (?)`,
      [ids],
    );
  }

  /** A lesson of this person's that is like another: it plays the same takes. Its own pages are for its maker to bring. */
  async copy(
    lesson: Lesson,
    ownerId: string,
    { title, unitId }: Pick<TaughtLesson, 'title' | 'unitId'>,
  ): Promise<Lesson> {
    ensureTaught(lesson);
    return this.acts.do(async () => {
      const { kind, goal, targetMs } = lesson;
      const made = await this.add({ kind, ownerId, title, goal, targetMs, unitId });
      await this.#playFrom(made.id, [lesson.id, ...(await this.sourcesOf(lesson.id))]);
      await this.tag(new Map([[made.id, (await this.tagsOf([lesson.id])).get(lesson.id) ?? []]]));
      const edits = await this.edits.of(lesson);
      if (lesson.revision > 0) await this.edits.begin(made.id, ownerId, editMaking(edits));
      return this.get(made.id);
    });
  }

  /**
   * Tells those who may change a lesson together that something of it, other than its edits, changed. The pages of a
   * hand-in are nobody's doing who looks at it: whoever teaches there is told of them.
   */
  async changed(id: string): Promise<void> {
    if ((await this.get(id)).kind === 'feedback') {
      const teachers = await this.access.teachersOf(id);
      return this.acts.do(() => this.events.tell(teachers, { kind: 'lesson', id }));
    }
    const makers = await this.access.makersOf(id);
    if (makers.length > 1) await this.acts.do(() => this.events.tell(makers, { kind: 'lesson', id }));
  }

  /** Says before whom a lesson is open, and when. What learners did with it stays. */
  async open(id: string, opening: Opening): Promise<void> {
    await this.lessons.update({ id }, openingColumns(opening));
  }

  /** Lessons of units that go stay with their makers, without a place; one maker's alone where they are named. */
  async leaveUnits(unitIds: readonly string[], ownerId?: string): Promise<void> {
    if (unitIds.length > 0)
      await this.lessons.update({ unitId: In([...unitIds]), ...(ownerId ? { ownerId } : {}) }, { unitId: null });
  }

  /** Takes the lesson away with its pages: for a hand-in that was replaced before anyone spoke on it. */
  async remove(id: string): Promise<void> {
    await this.lessons.delete({ id });
  }

  /** A lesson that nobody else can change until this act ends. @throws Problem `not-found` */
  locked(id: string): Promise<Lesson> {
    return this.edits.locked(id);
  }

  /**
   * Makes what lies after `at` a lesson of its own; the takes are shared. @throws Problem `nothing-to-split`,
   * `lesson-changed`
   */
  async split(
    byId: string,
    lesson: Lesson,
    { at, revision, title }: { at: Micros; revision: number; title: string },
  ): Promise<Lesson> {
    ensureTaught(lesson);
    return this.acts.do(async () => {
      const nothing = () =>
        new Problem(
          422,
          'nothing-to-split',
          'There is nothing on one side of this place. Go to where the second lesson is to begin.',
        );
      const before = await this.edits.of(lesson);
      const parts = lesson.revision === revision ? splitLesson(before, at, randomUUID) : null;
      if (lesson.revision === revision && !parts) throw nothing();
      // Of another revision there is nothing to be split: the change is refused below.
      await this.edits.change(lesson.id, { byId, revision, wanted: { do: parts ? [parts.edit] : [] } });
      const { kind, ownerId, goal, targetMs, unitId } = lesson;
      const made = await this.add({ kind, ownerId, title, goal, targetMs, unitId });
      await this.#playFrom(made.id, [lesson.id, ...(await this.sourcesOf(lesson.id))]);
      if (parts) await this.edits.begin(made.id, byId, editMaking(parts.rest));
      return made;
    });
  }

  /** Puts a stretch of another lesson of the same maker in at `at`. @throws Problem `nothing-to-join`, `lesson-changed` */
  async join(
    byId: string,
    lesson: Lesson,
    { from, at, range, revision }: { from: Lesson; at: Micros; range: TimeRange | null; revision: number },
  ): Promise<void> {
    ensureTaught(lesson);
    ensureTaught(from);
    const other = await this.edits.of(from);
    const stretch = range ?? { start: ZERO, end: programmeOf(other).length };
    const piece = pieceOf(other, stretch, randomUUID);
    await this.acts.do(async () => {
      await this.#playFrom(lesson.id, [from.id, ...(await this.sourcesOf(from.id))]);
      await this.edits.change(lesson.id, {
        byId,
        revision,
        wanted: (edits) => {
          const edit = lengthOf(stretch) > 0 ? insertPiece(edits, at, piece, randomUUID) : null;
          if (!edit)
            throw new Problem(422, 'nothing-to-join', 'There is no recording in that stretch. Choose another.');
          return { do: [edit] };
        },
      });
    });
  }

  /** Other lessons whose takes and pages a lesson plays. */
  async sourcesOf(lessonId: string): Promise<readonly string[]> {
    return (await this.sources.findBy({ lessonId })).map((row) => row.sourceId);
  }

  async #playFrom(lessonId: string, ids: readonly string[]): Promise<void> {
    const rows = [...new Set(ids)].filter((id) => id !== lessonId).map((sourceId) => ({ lessonId, sourceId }));
    if (rows.length > 0) await this.sources.createQueryBuilder().insert().orIgnore().values(rows).execute();
  }
}
