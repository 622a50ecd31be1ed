import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  EMPTY_EDITS,
  NO_HISTORY,
  parseEditList,
  type Edit,
  insertPiece,
  pieceOf,
  programmeOf,
  splitLesson,
  type EditList,
  type History,
  type Revised,
  revise,
} from '@oakbell/core/edits';
import { lengthOf, type Micros, type TimeRange } from '@oakbell/core/clock';
import { SQUARED, WIDE_HEIGHT, type Backdrop } from '@oakbell/core/pages';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { cleanCues } from './cues.ts';
import { LessonEntity, PageEntity, type LessonKind } from './lesson.entity.ts';
import { MOST_PAGES } from './lessons.rules.ts';

export type LessonFacts = Partial<Pick<LessonEntity, 'title' | 'goal' | 'targetMs' | 'unitId' | 'savedAs'>>;
interface NewLesson extends LessonFacts {
  readonly ownerId: string;
  readonly kind: LessonKind;
  readonly title: string;
  readonly submissionId?: string;
  readonly answersId?: string;
}
type NewPage = Pick<PageEntity, 'kind' | 'height'> &
  Partial<Pick<PageEntity, 'backdrop' | 'things' | 'picture' | 'smallPicture' | 'clip' | 'cues' | 'source'>>;

const CHANGED = () =>
  new Problem(
    409,
    'lesson-changed',
    'This lesson was changed in another window. Nothing was overwritten; load it again to go on.',
  );
function ensureUnchanged(lesson: LessonEntity, revision: number): void {
  if (lesson.revision !== revision) throw CHANGED();
}

/** Feedback and answers stand on somebody's own pages: no part of them goes into another lesson. */
function ensureALesson({ kind }: LessonEntity): void {
  if (kind !== 'slides' && kind !== 'worked')
    throw new Problem(422, 'not-a-lesson', 'Feedback and spoken answers stay with the hand-in they belong to.');
}

/** Refuses an edit list that its maker may not have, with a Problem. */
export type EditsGuard = (lesson: LessonEntity, edits: EditList) => Promise<void>;

@Injectable()
export class LessonsService {
  readonly #guards: EditsGuard[] = [];

  constructor(
    @InjectRepository(LessonEntity) private readonly lessons: Repository<LessonEntity>,
    @InjectRepository(PageEntity) private readonly pages: Repository<PageEntity>,
  ) {}

  async add(lesson: NewLesson): Promise<LessonEntity> {
    const now = new Date();
    const made = this.lessons.create({
      id: randomUUID(),
      submissionId: null,
      answersId: null,
      goal: '',
      targetMs: 300_000,
      unitId: null,
      savedAs: null,
      ...lesson,
      edits: EMPTY_EDITS,
      history: NO_HISTORY,
      sources: [],
      withdrawnAt: null,
      revision: 0,
      createdAt: now,
      updatedAt: now,
    });
    await this.lessons.insert(made);
    return made;
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<LessonEntity> {
    const lesson = await this.lessons.findOneBy({ id });
    if (!lesson) throw notFound('lesson');
    return lesson;
  }

  async one(id: string): Promise<LessonEntity | null> {
    return this.lessons.findOneBy({ id });
  }

  async byIds(ids: readonly string[]): Promise<ReadonlyMap<string, LessonEntity>> {
    const found = ids.length === 0 ? [] : await this.lessons.findBy({ id: In([...ids]) });
    return new Map(found.map((one) => [one.id, one]));
  }

  async forSubmission(submissionId: string): Promise<LessonEntity | null> {
    return this.lessons.findOneBy({ submissionId });
  }

  /** What a learner has recorded as the answer for an assignment, or null. */
  async forAnswer(answersId: string, ownerId: string): Promise<LessonEntity | null> {
    return this.lessons.findOneBy({ answersId, ownerId });
  }

  /** A maker's lessons, feedback left out, newest change first. */
  async of(ownerId: string): Promise<readonly LessonEntity[]> {
    return this.lessons.find({ where: { ownerId, kind: In(['slides', 'worked']) }, order: { updatedAt: 'DESC' } });
  }

  /** Changes what is said about a lesson; what is not named stays. */
  async describe(lesson: LessonEntity, facts: LessonFacts): Promise<void> {
    await this.lessons.update({ id: lesson.id }, { ...facts, updatedAt: new Date() });
  }

  /** Takes a lesson away from everybody it was given to, or gives it back. What they did with it stays. */
  async setWithdrawn(id: string, withdrawn: boolean): Promise<void> {
    await this.lessons.update({ id }, { withdrawnAt: withdrawn ? new Date() : null });
  }

  /** Lessons of a unit that goes stay, without a place. */
  async leaveUnit(unitId: string): Promise<void> {
    await this.lessons.update({ unitId }, { unitId: null });
  }

  /** Takes the lesson away with its pages: for a hand-in that was replaced before anyone spoke on it. */
  async remove(id: string): Promise<void> {
    await this.pages.delete({ lessonId: id });
    await this.lessons.delete({ id });
  }

  /** Saves an edit list that began from `revision`. @throws Problem `lesson-changed`, `not-an-edit-list` */
  async saveEdits(
    lesson: LessonEntity,
    change: { revision: number; edits: unknown; history: unknown },
  ): Promise<LessonEntity> {
    const edits = parseEditList(change.edits);
    const history = change.history as History;
    if (!edits || !Array.isArray(history.done) || !Array.isArray(history.undone)) {
      throw new Problem(422, 'not-an-edit-list', 'The change could not be understood. The lesson is as it was.');
    }
    for (const guard of this.#guards) await guard(lesson, edits);
    return this.#store(lesson, change.revision, edits, history);
  }

  /** Lets another module look at every edit list before it is saved. */
  guard(guard: EditsGuard): void {
    this.#guards.push(guard);
  }

  /**
   * Makes what lies after `at` a lesson of its own; the takes are shared. @throws Problem `nothing-to-split`,
   * `lesson-changed`
   */
  async split(
    lesson: LessonEntity,
    { at, revision, title }: { at: Micros; revision: number; title: string },
  ): Promise<LessonEntity> {
    ensureUnchanged(lesson, revision);
    ensureALesson(lesson);
    const parts = splitLesson(lesson.edits, at, randomUUID);
    const revised = parts && revise(lesson.edits, lesson.history, parts.edit);
    if (!parts || !revised)
      throw new Problem(
        422,
        'nothing-to-split',
        'There is nothing on one side of this place. Go to where the second lesson is to begin.',
      );
    // The second lesson is made before the first is cut: what fails on the way leaves the whole lesson as it was.
    const { kind, ownerId, goal, targetMs, unitId } = lesson;
    const made = await this.add({ kind, ownerId, title, goal, targetMs, unitId });
    const change = { edits: parts.rest, sources: [...new Set([lesson.id, ...lesson.sources])] };
    await this.lessons.update({ id: made.id }, change);
    try {
      await this.#store(lesson, revision, revised.edits, revised.history);
    } catch (failure) {
      await this.remove(made.id);
      throw failure;
    }
    return { ...made, ...change };
  }

  /** Puts a stretch of another lesson of the same maker in at `at`. @throws Problem `nothing-to-join`, `lesson-changed` */
  async join(
    lesson: LessonEntity,
    from: LessonEntity,
    { at, range, revision }: { at: Micros; range: TimeRange | null; revision: number },
  ): Promise<LessonEntity> {
    ensureUnchanged(lesson, revision);
    for (const one of [lesson, from]) ensureALesson(one);
    const whole = { start: 0 as Micros, end: programmeOf(from.edits).length };
    const piece = pieceOf(from.edits, range ?? whole, randomUUID);
    const edit = lengthOf(range ?? whole) > 0 ? insertPiece(lesson.edits, at, piece, randomUUID) : null;
    const revised: Revised | null = edit && revise(lesson.edits, lesson.history, edit);
    if (!revised) throw new Problem(422, 'nothing-to-join', 'There is no recording in that stretch. Choose another.');
    const others = [...lesson.sources, from.id, ...from.sources].filter((id) => id !== lesson.id);
    await this.lessons.update({ id: lesson.id }, { sources: [...new Set(others)] });
    return this.#store(lesson, revision, revised.edits, revised.history);
  }

  /** Does one edit on the newest revision: used by the server itself, for instance when a take is finished. */
  async edit(lessonId: string, edit: (edits: EditList) => Edit): Promise<LessonEntity> {
    for (let tries = 0; ; tries += 1) {
      const lesson = await this.lessons.findOneByOrFail({ id: lessonId });
      const revised = revise(lesson.edits, lesson.history, edit(lesson.edits));
      if (!revised)
        throw new Problem(409, 'edit-does-not-apply', 'The lesson has changed meanwhile. Look at it and try again.');
      try {
        return await this.#store(lesson, lesson.revision, revised.edits, revised.history);
      } catch (failure) {
        if (tries >= 3) throw failure;
      }
    }
  }

  async #store(lesson: LessonEntity, from: number, edits: EditList, history: History): Promise<LessonEntity> {
    const change = { edits, history, revision: from + 1, updatedAt: new Date() };
    const updated = await this.lessons.update({ id: lesson.id, revision: from }, change);
    if (updated.affected !== 1) throw CHANGED();
    return { ...lesson, ...change };
  }

  async pagesOf(lessonId: string): Promise<readonly PageEntity[]> {
    return this.pages.find({ where: { lessonId, removedAt: IsNull() }, order: { position: 'ASC' } });
  }

  /** Every page that ink may stand on: removed ones too, and those of lessons whose takes it plays. */
  async allPagesOf(lessonId: string): Promise<readonly PageEntity[]> {
    const own = await this.pages.find({ where: { lessonId }, order: { position: 'ASC' } });
    return [...own, ...(await this.borrowedPages(lessonId))];
  }

  /** The pages of other lessons that this one plays. */
  async borrowedPages(lessonId: string): Promise<readonly PageEntity[]> {
    const sources = await this.sourcesOf(lessonId);
    if (sources.length === 0) return [];
    return this.pages.find({ where: { lessonId: In([...sources]) }, order: { position: 'ASC' } });
  }

  /** Other lessons whose takes and pages a lesson plays. */
  async sourcesOf(lessonId: string): Promise<readonly string[]> {
    return (
      (await this.lessons.findOne({ where: { id: lessonId }, select: { id: true, sources: true } }))?.sources ?? []
    );
  }

  async pageOf(lessonId: string, pageId: string): Promise<PageEntity> {
    const page = await this.pages.findOneBy({ lessonId, id: pageId });
    if (!page) throw notFound('page');
    return page;
  }

  /** Adds a page after another, or at the end. @throws Problem `too-many-pages` */
  async addPage(lessonId: string, page: NewPage, after?: string): Promise<PageEntity> {
    const now = await this.pagesOf(lessonId);
    if (now.length >= MOST_PAGES) {
      throw new Problem(
        422,
        'too-many-pages',
        `A lesson can have ${MOST_PAGES} pages. The ${now.length} that are there are safe.`,
      );
    }
    const before = after === undefined ? now.length - 1 : now.findIndex((one) => one.id === after);
    const made = this.pages.create({
      backdrop: null,
      things: [],
      picture: null,
      smallPicture: null,
      clip: null,
      cues: '',
      source: null,
      ...page,
      id: randomUUID(),
      lessonId,
      position: (now[before]?.position ?? -1) + 1,
      removedAt: null,
    });
    if (before < now.length - 1)
      await this.pages.increment({ id: In(now.slice(before + 1).map((one) => one.id)) }, 'position', 1);
    await this.pages.insert(made);
    return made;
  }

  async addBoard(lessonId: string, backdrop: Backdrop = SQUARED, after?: string): Promise<PageEntity> {
    return this.addPage(lessonId, { kind: 'board', backdrop, height: WIDE_HEIGHT }, after);
  }

  /** Puts the pages into this order; it must name each page once. @throws Problem `not-the-pages` */
  async order(lessonId: string, ids: readonly string[]): Promise<void> {
    const now = new Set((await this.pagesOf(lessonId)).map((page) => page.id));
    if (ids.length !== now.size || new Set(ids).size !== now.size || !ids.every((id) => now.has(id))) {
      throw new Problem(409, 'not-the-pages', 'The pages have changed meanwhile. The order is as it was.');
    }
    for (const [position, id] of ids.entries()) await this.pages.update({ id }, { position });
  }

  async setRemoved(lessonId: string, pageId: string, removed: boolean): Promise<void> {
    await this.pageOf(lessonId, pageId);
    await this.pages.update({ id: pageId }, { removedAt: removed ? new Date() : null });
  }

  async setCues(lessonId: string, pageId: string, cues: string): Promise<void> {
    await this.pageOf(lessonId, pageId);
    await this.pages.update({ id: pageId }, { cues: cleanCues(cues) });
  }
}
