import { Injectable } from '@nestjs/common';
import { isWatched, isWorkOpen, shareOfAll, titleOf } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import type { Person } from '../../platform/sessions/index.ts';
import { DueDates, Excuses, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { MarkingService } from '../marking/index.ts';
import { PeopleService } from '../people/index.ts';
import { isRemoved, SubmissionsService } from '../submissions/index.ts';
import { DeskLessons } from '../watching/index.ts';
import { SheetsService } from '../worksheets/index.ts';
import type { DeskItemDto } from './desk.dto.ts';
import { deskState } from './today.rules.ts';

/** What a learner was given as they meet it: in so many queries, however much it is. */
@Injectable()
export class DeskItems {
  constructor(
    private readonly dueDates: DueDates,
    private readonly excuses: Excuses,
    private readonly classes: ClassesService,
    private readonly marking: MarkingService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly deskLessons: DeskLessons,
    private readonly sheets: SheetsService,
  ) {}

  /** In the order of the assignments. */
  async of(person: Person, assignments: readonly Assignment[]): Promise<DeskItemDto[]> {
    const met = await this.deskLessons.of(person.id, assignments);
    const ids = assignments.map((one) => one.id);
    const submissions = await this.submissions.ofLearnerIn(ids, person.id);
    const marks = await this.marking.marksOf([...submissions.values()].map((one) => one.id));
    const classes = await this.classes.byIds(assignments.map((one) => one.classId));
    const people = await this.people.byIds(assignments.map((one) => one.byId));
    const begun = await this.sheets.begunBy(person.id, ids);
    const dueFor = await this.dueDates.of([person.id]);
    const isExcused = await this.excuses.of(ids);
    return assignments.map(({ id, classId, byId, ...terms }) => {
      const dueAt = dueFor(person.id, terms);
      const { points, handIn, answerLimitMs, makers, watchedPercent, workOpens, worksheetId } = terms;
      const submission = submissions.get(id);
      const lessons = present(met.get(id));
      const handedBack = Boolean(submission && marks.get(submission.id)?.handedBackAt);
      const watched = isWatched(lessons, watchedPercent);
      const excused = isExcused(id, person.id);
      return {
        assignmentId: id,
        title: titleOf(lessons.map(({ title }) => title)),
        className: classes.get(classId)?.name ?? '',
        teacherName: people.get(byId)?.name ?? '',
        ...{ points, handIn, excused, answerLimitMs, makers, watchedPercent },
        dueAt: dueAt.toISOString(),
        extraTime: dueAt > terms.dueAt,
        worksheet: worksheetId === null ? 'none' : begun.has(id) ? 'begun' : 'to-begin',
        state: deskState({
          handIn,
          excused,
          watched,
          submitted: submission !== undefined && !isRemoved(submission),
          handedBack,
        }),
        workOpen: isWorkOpen(workOpens, lessons, watchedPercent),
        length: lessons.reduce((sum, { length }) => sum + length, 0),
        share: shareOfAll(lessons),
        lessons: [...lessons],
      };
    });
  }
}
