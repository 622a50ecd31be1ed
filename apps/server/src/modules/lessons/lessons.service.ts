import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { editMaking, insertPiece, pieceOf, programmeOf, splitLesson } from '@oakbell/core/edits';
import { lengthOf, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { Acts } from '../../platform/acts/index.ts';
import { EditsService, UNEDITED } from './edits.service.ts';
import {
  isTaught,
  LessonEntity,
  type AnswerLesson,
  type FeedbackLesson,
  type Lesson,
  type TaughtLesson,
} from './lesson.entity.ts';

export type LessonFacts = Partial<Pick<LessonEntity, 'title' | 'goal' | 'targetMs' | 'unitId' | 'savedAs'>>;
interface Begun {
  readonly ownerId: string;
  readonly title: string;
  readonly targetMs?: number;
}
type NewTaught = Begun & Pick<TaughtLesson, 'kind'> & Omit<LessonFacts, 'title'>;
type NewFeedback = Begun & Pick<FeedbackLesson, 'submissionId'>;
type NewAnswer = Begun & Pick<AnswerLesson, 'answersId'>;
/** Feedback and answers stand on somebody's own pages: no part of them goes into another lesson. */
function ensureTaught(lesson: Lesson): asserts lesson is TaughtLesson {
  if (!isTaught(lesson))
    throw new Problem(422, 'not-a-lesson', 'Feedback and spoken answers stay with the hand-in they belong to.');
}

const NOTHING_SAID = { goal: '', targetMs: 300_000, unitId: null, savedAs: null } as const;
/** A lesson as it begins. */
function untouched() {
  const now = new Date();
  return { id: randomUUID(), ...UNEDITED, sources: [], withdrawnAt: null, createdAt: now, updatedAt: now };
}

@Injectable()
export class LessonsService {
  constructor(
    @InjectRepository(LessonEntity) private readonly lessons: Repository<Lesson>,
    private readonly edits: EditsService,
    private readonly acts: Acts,
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
  async #insert<One extends Lesson>(made: One): Promise<One> {
    await this.lessons.insert(made as never);
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

  /** The feedback lessons of hand-ins, by hand-in. */
  async forSubmissions(ids: readonly string[]): Promise<ReadonlyMap<string, FeedbackLesson>> {
    const found = ids.length === 0 ? [] : await this.lessons.findBy({ submissionId: In([...ids]) });
    return new Map(found.flatMap((one) => (one.kind === 'feedback' ? [[one.submissionId, one] as const] : [])));
  }

  /** What a learner has recorded as the answer for an assignment, or null. */
  async forAnswer(answersId: string, ownerId: string): Promise<AnswerLesson | null> {
    const found = await this.lessons.findOneBy({ answersId, ownerId });
    return found?.kind === 'answer' ? found : null;
  }

  /** A maker's lessons, feedback left out, newest change first. */
  async of(ownerId: string): Promise<readonly Lesson[]> {
    return this.lessons.find({ where: { ownerId, kind: In(['slides', 'worked']) }, order: { updatedAt: 'DESC' } });
  }

  /** Changes what is said about a lesson; what is not named stays. @throws Problem `not-a-lesson` for a place among lessons */
  async describe(lesson: Lesson, facts: LessonFacts): Promise<void> {
    if (facts.unitId || facts.savedAs) ensureTaught(lesson);
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
      await this.lessons.update({ id: made.id }, { sources: [...new Set([lesson.id, ...lesson.sources])] });
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
      const others = [...lesson.sources, from.id, ...from.sources].filter((id) => id !== lesson.id);
      await this.lessons.update({ id: lesson.id }, { sources: [...new Set(others)] });
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
    return (
      (await this.lessons.findOne({ where: { id: lessonId }, select: { id: true, sources: true } }))?.sources ?? []
    );
  }
}
