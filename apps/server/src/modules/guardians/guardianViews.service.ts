import { Injectable } from '@nestjs/common';
import { standingOf } from '@oakbell/core/opening';
import { present } from '@oakbell/core/present';
import { MediaService } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, WhomService, type Assignment } from '../assignments/index.ts';
import { EditionsService, filesOf } from '../editions/index.ts';
import { LessonsService, openingOf } from '../lessons/index.ts';
import { MarkingService } from '../marking/index.ts';
import { PeopleService } from '../people/index.ts';
import { SchoolService } from '../school/index.ts';
import { SubmissionsService } from '../submissions/index.ts';
import type { GuardianLinkEntity } from './guardianLink.entity.ts';
import type { GuardianViewDto } from './guardians.dto.ts';
import { linkOver, scopeOf } from './guardianLinks.service.ts';

/** What a guardian sees by a link: as far as the child has it still, and no name but the child's. */
@Injectable()
export class GuardianViews {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly marking: MarkingService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly school: SchoolService,
    private readonly media: MediaService,
  ) {}

  /** @param tag names the browser it is for @throws Problem `link-over` where the child has it no more */
  async of(link: GuardianLinkEntity, tag: string): Promise<GuardianViewDto> {
    const assignment = await this.assignments.get(link.assignmentId);
    const child = await this.people.one(link.learnerId);
    if (!child) throw linkOver();
    const timeZone = await this.school.timeZone();
    const about = { childName: child.name, until: link.until.toISOString(), timeZone };
    if (link.lessonId !== null) return { ...about, ...(await this.#lesson(link, link.lessonId, tag)) };
    return { ...about, ...(await this.#feedback(link, assignment, tag)) };
  }

  async #lesson(link: GuardianLinkEntity, lessonId: string, tag: string) {
    const { learnerId, assignmentId } = link;
    const lesson = await this.lessons.one(lessonId);
    const has = (await this.whom.learnersOf(assignmentId)).includes(learnerId);
    if (!lesson || !has || standingOf(openingOf(lesson), Date.now()) !== 'open') throw linkOver();
    const watched = await this.#watched(link, lessonId, tag, lesson.openUntil);
    if (watched.editionId === null) throw linkOver();
    return {
      ...({ kind: 'lesson', title: lesson.title, points: null, outOf: null, comment: '', spoken: true } as const),
      ...{ handedBackAt: null, ...watched },
    };
  }

  async #feedback(link: GuardianLinkEntity, assignment: Assignment, tag: string) {
    const submission = await this.submissions.ofLearner(assignment.id, link.learnerId);
    const mark = submission && (await this.marking.marksOf([submission.id])).get(submission.id);
    if (!submission || !mark || submission.state !== 'handed-back') throw linkOver();
    const lesson = await this.lessons.forSubmission(submission.id);
    const nothing = { editionId: null, lessonId: null, media: null };
    const { points, comment, handedBackAt, editionId } = mark;
    return {
      ...({ kind: 'feedback', points, outOf: assignment.points, comment, spoken: editionId !== null } as const),
      title: present((await this.heads.titlesOf([assignment])).get(assignment.id)),
      handedBackAt: handedBackAt?.toISOString() ?? null,
      ...(lesson ? await this.#watched(link, lesson.id, tag) : nothing),
    };
  }

  /** What is ready to be watched of a lesson, with addresses that end with the link. */
  async #watched(link: GuardianLinkEntity, lessonId: string, tag: string, openUntil: Date | null = null) {
    const ready = await this.editions.newestReady(lessonId);
    if (!ready) return { editionId: null, lessonId: null, media: null };
    const scopes = [`edition:${ready.id}`, `lesson:${lessonId}`, scopeOf(link.id)];
    const end = Math.min(link.until.getTime(), openUntil?.getTime() ?? Infinity);
    const media = await this.media.give({ id: link.id, tag }, scopes, filesOf(await this.editions.get(ready.id)), end);
    return { editionId: ready.id, lessonId, media };
  }
}
