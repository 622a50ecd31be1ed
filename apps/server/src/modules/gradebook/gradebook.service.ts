import { Injectable } from '@nestjs/common';
import { cellState, lateDaysOf, lineStats } from '@oakbell/core/marking';
import { AssignmentHeads, AssignmentsService, DueDates, Excuses, WhomService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { MarkingService } from '../marking/index.ts';
import { PeopleService } from '../people/index.ts';
import { makersOf, SubmissionsService, type Submission } from '../submissions/index.ts';
import { RubricsService } from '../rubrics/index.ts';
import type { BookCellDto, GradebookDto, LineDto, OwnMarksDto } from './gradebook.dto.ts';
import { Gradings } from './gradings.service.ts';

const pairOf = (assignmentId: string, learnerId: string): string => `${assignmentId} ${learnerId}`;

/** What a class was given to hand in, and what came of it. */
@Injectable()
export class GradebookService {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly dueDates: DueDates,
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly marking: MarkingService,
    private readonly excuses: Excuses,
    private readonly rubrics: RubricsService,
    private readonly gradings: Gradings,
  ) {}

  /** Of those who are in the class now. In as many queries for a hundred pieces of work as for one. */
  async of(classId: string, now = new Date()): Promise<GradebookDto> {
    const { name: className } = await this.classes.get(classId);
    const given = (await this.assignments.ofClass(classId))
      .filter((one) => one.handIn)
      .sort((a, b) => a.dueAt.getTime() - b.dueAt.getTime());
    const ids = given.map((one) => one.id);
    const titles = await this.heads.titlesOf(given);
    const people = await this.people.byIds(await this.classes.learnerIds(classId));
    const names = new Intl.Collator();
    const learners = [...people.values()]
      .map(({ id, name }) => ({ id, name }))
      .sort((a, b) => names.compare(a.name, b.name));
    const dueFor = await this.dueDates.of(learners.map((one) => one.id));
    const handed = new Map<string, Submission>();
    for (const one of await this.submissions.standingOf(ids))
      for (const maker of makersOf(one)) handed.set(pairOf(one.assignmentId, maker), one);
    const marks = await this.marking.marksOf([...handed.values()].map((one) => one.id));
    const isExcused = await this.excuses.of(ids);
    const byId = new Map(given.map((one) => [one.id, one]));
    const cells = (await this.whom.learnersOfAll(ids)).flatMap(({ assignmentId, learnerId }): BookCellDto[] => {
      const assignment = byId.get(assignmentId);
      if (!assignment || !people.has(learnerId)) return [];
      const pair = pairOf(assignmentId, learnerId);
      const submission = handed.get(pair) ?? null;
      const due = dueFor(learnerId, assignment);
      const handedBack = submission?.state === 'handed-back';
      const facts = { handedIn: submission !== null, handedBack, excused: isExcused(assignmentId, learnerId), due };
      return [
        {
          assignmentId,
          learnerId,
          state: cellState(facts, now),
          points: handedBack ? (marks.get(submission.id)?.points ?? null) : null,
          lateDays: submission === null ? 0 : lateDaysOf(submission.handedInAt, due),
          submissionId: submission?.id ?? null,
        },
      ];
    });
    const back = [...new Set(handed.values())].filter((one) => one.state === 'handed-back');
    const rubrics = [...new Set(given.flatMap(({ rubricId }) => rubricId ?? []))];
    const versions = new Map((await this.rubrics.versionsOf(rubrics, 'newest')).map((one) => [one.rubricId, one]));
    const linesOf = (assignmentId: string, rubricId: string | null): LineDto[] => {
      const ofIt = back.filter((one) => one.assignmentId === assignmentId);
      const filled = ofIt.flatMap((one) => [marks.get(one.id)?.choices ?? []]);
      return [...lineStats(versions.get(rubricId ?? '')?.criteria ?? [], filled)];
    };
    const works = given.map(({ id, dueAt, points, rubricId }) => ({
      assignmentId: id,
      title: titles.get(id) ?? '',
      dueAt: dueAt.toISOString(),
      points,
      lines: linesOf(id, rubricId),
    }));
    return { classId, className, works, learners, cells, grading: await this.gradings.of(classId) };
  }

  /** What came of a learner's own work in a class. */
  async ofLearner(classId: string, learnerId: string): Promise<OwnMarksDto> {
    const { className, works, cells, grading } = await this.of(classId);
    const own = cells.filter((cell) => cell.learnerId === learnerId);
    const isOwn = new Set(own.map((cell) => cell.assignmentId));
    const given = works.filter((work) => isOwn.has(work.assignmentId));
    return {
      className,
      works: given.map(({ assignmentId, title, dueAt, points }) => ({ assignmentId, title, dueAt, points })),
      cells: own,
      grading,
    };
  }
}
