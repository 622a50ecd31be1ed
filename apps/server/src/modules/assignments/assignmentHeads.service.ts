import { Injectable } from '@nestjs/common';
import { titleOf } from '@oakbell/core/assigning';
import { ClassesService } from '../classes/index.ts';
import { LessonsService } from '../lessons/index.ts';
import type { Assignment } from './assignments.service.ts';
import { WhomService } from './whom.service.ts';

/** What an assignment is called before those who teach it. */
export interface AssignmentHead {
  readonly assignmentId: string;
  readonly title: string;
  /** The class, and who of it where not all have it. */
  readonly className: string;
  /** Who of the class has it; empty where all do. */
  readonly whom: string;
  readonly learners: number;
}

/** What assignments are called: in so many queries, however many they are. */
@Injectable()
export class AssignmentHeads {
  constructor(
    private readonly whom: WhomService,
    private readonly classes: ClassesService,
    private readonly lessons: LessonsService,
  ) {}

  async of(all: readonly Assignment[]): Promise<ReadonlyMap<string, AssignmentHead>> {
    const titles = await this.titlesOf(all);
    const classes = await this.classes.byIds(all.map((one) => one.classId));
    const said = await this.whom.saidOf(all);
    const learners = await this.whom.countsOf(all, said);
    const words = await this.whom.wordsOf(all, said);
    return new Map(
      all.map(({ id, classId }) => {
        const [name, whom = ''] = [classes.get(classId)?.name ?? '', words.get(id)];
        const className = whom === '' ? name : `${name} (${whom})`;
        return [
          id,
          { assignmentId: id, title: titles.get(id) ?? '', className, whom, learners: learners.get(id) ?? 0 },
        ];
      }),
    );
  }

  /** What they are called after their lessons. */
  async titlesOf(all: readonly Assignment[]): Promise<ReadonlyMap<string, string>> {
    const lessons = await this.lessons.byIds([...new Set(all.flatMap(({ lessonIds }) => lessonIds))]);
    return new Map(all.map(({ id, lessonIds }) => [id, titleOf(lessonIds.map((of) => lessons.get(of)?.title ?? ''))]));
  }
}
