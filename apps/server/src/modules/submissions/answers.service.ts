import { Injectable } from '@nestjs/common';
import { LONGEST_TITLE } from '@oakbell/core/library';
import { timeText, fromMillis, micros, ZERO } from '@oakbell/core/clock';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentHeads, AssignmentsService, type Assignment } from '../assignments/index.ts';
import { LessonsService, type AnswerLesson } from '../lessons/index.ts';
import { PagesService, PageEditing } from '../pages/index.ts';
import { Pairs } from './pairs.service.ts';
import type { Submission } from './submission.entity.ts';
import { isTooLong } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';

/** What learners answer aloud: a small lesson of their own, handed in like any other work. */
@Injectable()
export class AnswersService {
  constructor(
    private readonly editing: PageEditing,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly submissions: SubmissionsService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly pairs: Pairs,
  ) {}

  /** The learner's own recording for an assignment; begun when it is first asked for. @throws Problem `no-answer`, `being-marked` */
  async begin(person: Person, assignment: Assignment): Promise<AnswerLesson> {
    const limitMs = this.#limitOf(assignment);
    await this.submissions.ensureOpen(assignment, person.id);
    await this.assignments.lock(assignment.id);
    const there = await this.#ofMaker(person, assignment);
    if (there) return there;
    const title = (await this.heads.titlesOf([assignment])).get(assignment.id)?.slice(0, LONGEST_TITLE) ?? '';
    const answersId = assignment.id;
    const made = await this.lessons.addAnswer({ ownerId: person.id, title, targetMs: limitMs, answersId });
    const { answerPage } = assignment;
    // A teacher's cues are nobody else's.
    const from = answerPage && (await this.pages.lessonOf(answerPage));
    if (answerPage && from) await this.editing.copyFrom(made.id, from, { pages: [answerPage], cues: false });
    // The page may have been taken out of the lesson since: there is always something to speak on.
    if ((await this.pages.pagesOf(made.id)).length === 0) await this.pages.addBoard(made.id);
    return made;
  }

  /** Hands in what was recorded. @throws Problem `no-answer`, `nothing-recorded`, `answer-too-long`, `being-marked` */
  async handIn(person: Person, assignment: Assignment): Promise<Submission> {
    const limitMs = this.#limitOf(assignment);
    const answer = await this.#ofMaker(person, assignment);
    const length = answer ? micros(answer.length) : ZERO;
    if (!answer || length === 0)
      throw new Problem(409, 'nothing-recorded', 'Nothing is recorded yet. Record your answer first.');
    if (isTooLong(length, limitMs)) {
      const [is, most] = [timeText(length), timeText(fromMillis(limitMs))];
      throw new Problem(
        422,
        'answer-too-long',
        `Your answer is ${is} long; it can be ${most}. It is safe; record a shorter one.`,
      );
    }
    return this.submissions.handIn(person, assignment, { answer });
  }

  /** What somebody makes for an assignment: with a classmate, where they have come together, or alone. */
  async #ofMaker(person: Person, { id }: Assignment): Promise<AnswerLesson | null> {
    const pair = await this.pairs.of(id, person.id);
    return this.lessons.forAnswer(id, pair?.ownerId ?? person.id);
  }

  #limitOf({ answerLimitMs }: Assignment): number {
    if (answerLimitMs === null) throw new Problem(409, 'no-answer', 'No answer is recorded for this one.');
    return answerLimitMs;
  }
}
