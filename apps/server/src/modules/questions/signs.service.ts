import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_SIGNS, type Sign } from '@oakbell/core/asking';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { Moments, type Where } from './moments.service.ts';
import { SignEntity } from './question.entity.ts';

/** What learners say of a moment with one press. Their teachers see how many do. */
@Injectable()
export class SignsService {
  constructor(
    @InjectRepository(SignEntity) private readonly signs: Repository<SignEntity>,
    private readonly moments: Moments,
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** Of one lesson of an assignment: all, or one learner's own. */
  async of(assignmentId: string, lessonId: string, learnerId?: string): Promise<readonly SignEntity[]> {
    return this.signs.findBy({ assignmentId, lessonId, ...(learnerId === undefined ? {} : { byId: learnerId }) });
  }

  /** Gives a sign, or takes it back. @throws Problem `not-found`, `asking-is-off`, `too-many-signs` */
  async set(person: Person, where: Where, kind: Sign, on: boolean): Promise<void> {
    const { assignmentId, lessonId } = where;
    await this.acts.do(async () => {
      await this.assignments.lock(assignmentId);
      const { assignment, sourceId, atTime } = await this.moments.of(person, where);
      const sign = { assignmentId, byId: person.id, kind, sourceId, atTime };
      if (on) {
        if ((await this.signs.countBy({ assignmentId, lessonId, byId: person.id })) >= MOST_SIGNS)
          throw new Problem(422, 'too-many-signs', 'You have given as many signs here as there can be.');
        await this.signs.upsert({ ...sign, lessonId, at: new Date() }, [
          'assignmentId',
          'byId',
          'kind',
          'sourceId',
          'atTime',
        ]);
      } else await this.signs.delete(sign);
      const people = [person.id, ...(await this.classes.teacherIds(assignment.classId))];
      await this.events.tell(people, { kind: 'questions', id: assignmentId, of: lessonId });
    });
  }
}
