import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import type { NewsThing } from '@oakbell/core/news';
import type { Person } from '../../platform/sessions/index.ts';
import { DueDates, RecentAssignments, type Assignment } from '../assignments/index.ts';
import { FeedbackWords, type SaidAbout } from '../feedback/index.ts';
import { MarkingService } from '../marking/index.ts';
import { QuestionsService } from '../questions/index.ts';
import { RemindersService } from '../reminders/index.ts';
import { SchoolService } from '../school/index.ts';
import { Approvals, Removals, SubmissionsService } from '../submissions/index.ts';
import { DeskItems } from '../today/index.ts';
import { soonAround } from './news.rules.ts';

/** What is older is no news, on the screen and by mail, in ms. */
export const NEWS_MS = 14 * 86_400_000;

/** For whom, and from when to when. */
export interface Asking {
  readonly person: Person;
  readonly since: Date;
  readonly now: Date;
}

/**
 * What is new for somebody. It is read from what is there, and kept nowhere: what was taken back is no news, and nothing
 * that happens has to think of whom it concerns.
 */
@Injectable()
export class NewsService {
  constructor(
    private readonly recent: RecentAssignments,
    private readonly dueDates: DueDates,
    private readonly marking: MarkingService,
    private readonly submissions: SubmissionsService,
    private readonly approvals: Approvals,
    private readonly removals: Removals,
    private readonly questions: QuestionsService,
    private readonly words: FeedbackWords,
    private readonly reminders: RemindersService,
    private readonly desk: DeskItems,
    private readonly school: SchoolService,
  ) {}

  /** What became news after `since`. */
  async of({ person, since, now }: Asking): Promise<readonly NewsThing[]> {
    if (person.role === 'teacher')
      return [
        ...(await this.#handedIn(person.id, since)),
        ...(await this.#asked(person.id, since)),
        ...saidAs('answer-back', await this.words.waitingFor(person.id, since)),
      ];
    if (person.role !== 'learner') return [];
    return [
      ...(await this.#given({ person, since, now })),
      ...(await this.#handedBack(person.id, since)),
      ...(await this.#removed(person.id, since)),
      ...(await this.#approved(person.id, since)),
      ...(await this.#answered(person.id, since)),
      ...saidAs('said-back', await this.words.saidTo(person.id, since)),
      ...(await this.#reminded(person.id, since)),
    ];
  }

  async #handedIn(teacherId: string, since: Date): Promise<readonly NewsThing[]> {
    const waiting = await this.submissions.waitingFor(teacherId, since);
    return waiting.map(({ id, assignmentId, handedInAt }) => ({
      ...{ kind: 'handed-in', assignmentId, thingId: id, at: handedInAt.getTime() },
    }));
  }

  async #handedBack(learnerId: string, since: Date): Promise<readonly NewsThing[]> {
    const back = await this.marking.handedBackTo(learnerId, since);
    return back.map(({ submissionId, assignmentId, at }) => ({
      ...{ kind: 'handed-back', assignmentId, thingId: submissionId, at: at.getTime() },
    }));
  }

  async #removed(learnerId: string, since: Date): Promise<readonly NewsThing[]> {
    const removed = await this.removals.ofLearner(learnerId, since);
    return removed.map(({ id, assignmentId, removedAt }) => ({
      ...{ kind: 'removed', assignmentId, thingId: id, at: present(removedAt).getTime() },
    }));
  }

  async #approved(learnerId: string, since: Date): Promise<readonly NewsThing[]> {
    const shown = await this.approvals.ofLearner(learnerId, since);
    return shown.map(({ submissionId, assignmentId, at }) => ({
      ...{ kind: 'approved', assignmentId, thingId: submissionId, at: at.getTime() },
    }));
  }

  async #asked(teacherId: string, since: Date): Promise<readonly NewsThing[]> {
    const waiting = await this.questions.waitingFor(teacherId, since);
    return waiting.map(({ id, assignmentId, at }) => ({
      ...{ kind: 'asked', assignmentId, thingId: id, at: at.getTime() },
    }));
  }

  async #reminded(learnerId: string, since: Date): Promise<readonly NewsThing[]> {
    const reminded = await this.reminders.ofLearner(learnerId, since);
    return reminded.map(({ id, assignmentId, at }) => ({
      ...{ kind: 'reminded', assignmentId, thingId: id, at: at.getTime() },
    }));
  }

  async #answered(learnerId: string, since: Date): Promise<readonly NewsThing[]> {
    const answered = await this.questions.answeredTo(learnerId, since);
    return answered.map(({ id, assignmentId, answeredAt }) => ({
      ...{ kind: 'answered', assignmentId, thingId: id, at: answeredAt.getTime() },
    }));
  }

  async #given({ person, since, now }: Asking): Promise<readonly NewsThing[]> {
    const soon = soonAround(now, await this.school.timeZone());
    const all = await this.recent.forLearner(person.id, { since, now, dueBy: soon.end });
    const about = ({ id }: Assignment, kind: NewsThing['kind'], at: Date): NewsThing => ({
      ...{ kind, assignmentId: id, thingId: id, at: at.getTime() },
    });
    const given = all.filter(({ createdAt }) => createdAt > since).map((one) => about(one, 'given', one.createdAt));
    const changed = all.flatMap((one) =>
      one.changedAt && one.changedAt > since ? [about(one, 'changed', one.changedAt)] : [],
    );
    const dueFor = await this.dueDates.of([person.id]);
    const due = all.filter((one) => dueFor(person.id, one) > now && dueFor(person.id, one) < soon.end);
    const toDo = new Set(
      (due.length > 0 ? await this.desk.of(person, due) : []).flatMap(({ assignmentId, state }) =>
        state === 'to-do' ? [assignmentId] : [],
      ),
    );
    const tomorrow = due
      .filter(({ id }) => toDo.has(id))
      .map((one) => about(one, 'due', soon.since(dueFor(person.id, one))))
      .filter(({ at }) => at > since.getTime());
    return [...given, ...changed, ...tomorrow];
  }
}

/** What was said about feedback, as news of a kind. */
const saidAs = (kind: NewsThing['kind'], said: readonly SaidAbout[]): readonly NewsThing[] =>
  said.map(({ id, assignmentId, at }) => ({ kind, assignmentId, thingId: id, at: at.getTime() }));
