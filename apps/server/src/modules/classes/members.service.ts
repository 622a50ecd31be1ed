import { Inject, Injectable } from '@nestjs/common';
import { createHmac, timingSafeEqual } from 'node:crypto';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from '../access/index.ts';
import { PeopleService, type NewPersonDto, type PersonRow } from '../people/index.ts';
import { ClassesService } from './classes.service.ts';

interface Members {
  readonly learners: readonly PersonRow[];
  readonly teachers: readonly PersonRow[];
}

/** Whoever left a class can be brought back for so long. */
const BACK_MS = 30 * 60_000;

const byName = (a: PersonRow, b: PersonRow): number => a.name.localeCompare(b.name);

/** Who is in a class: taking people in, and letting them go. */
@Injectable()
export class MembersService {
  constructor(
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly acts: Acts,
    private readonly access: AccessService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** By name. */
  async of(classId: string): Promise<Members> {
    const [learnerIds, teacherIds] = [await this.classes.learnerIds(classId), await this.classes.teacherIds(classId)];
    const people = await this.people.byIds([...learnerIds, ...teacherIds]);
    const of = (ids: readonly string[]) => ids.flatMap((id) => people.get(id) ?? []).sort(byName);
    return { learners: of(learnerIds), teachers: of(teacherIds) };
  }

  /**
   * Learners join a class, all or nobody. Whoever is named by a sign-in name of the school is that person; all others
   * are taken in. A teacher brings nobody in who is not in their own hands already: with a class come the rights over
   * its learners. @throws Problem `not-a-learner`, `not-taught`
   */
  async addLearners(
    classId: string,
    named: readonly NewPersonDto[],
    by: Person,
  ): Promise<{ readonly added: readonly PersonRow[]; readonly joined: readonly PersonRow[] }> {
    return this.acts.do(async () => {
      const joined: PersonRow[] = [];
      const newcomers: NewPersonDto[] = [];
      for (const one of named) {
        const there = one.signInName ? await this.people.bySignInName(one.signInName) : null;
        if (there && there.role !== 'learner')
          throw new Problem(409, 'not-a-learner', `${there.signInName} is no learner. Nobody was added.`);
        if (there && !(await this.access.decide(by, 'guide', 'person', there.id)).ok)
          throw new Problem(
            409,
            'not-taught',
            `${there.signInName} learns with other teachers. Ask your school keeper to put them into this class. Nobody was added.`,
          );
        if (there) joined.push(there);
        else newcomers.push(one);
      }
      const added = await this.people.addAll(newcomers.map((one) => ({ ...one, role: 'learner' as const })));
      await this.classes.joinAll(
        classId,
        [...joined, ...added].map((one) => one.id),
        'learner',
      );
      return { added, joined };
    });
  }

  /** @throws Problem `not-a-teacher` where no teacher signs in like this */
  async addTeacher(classId: string, signInName: string): Promise<PersonRow> {
    const there = await this.people.bySignInName(signInName);
    if (there?.role !== 'teacher')
      throw new Problem(422, 'not-a-teacher', `No teacher signs in as ${signInName}.`, {
        fields: { signInName: 'No teacher signs in like this.' },
      });
    await this.classes.joinAll(classId, [there.id], 'teacher');
    return there;
  }

  /**
   * Somebody leaves a class. Gives what brings them back for half an hour, to whoever let them go.
   * @throws Problem `last-teacher` when a teacher would leave a class that nobody else teaches
   */
  async leave(classId: string, personId: string, by: Person): Promise<string> {
    return this.acts.do(async () => {
      const part = await this.classes.partOf(classId, personId);
      if (!part) throw notFound('person');
      if (part === 'teacher' && by.role !== 'keeper' && (await this.classes.teacherIds(classId)).length < 2)
        throw new Problem(409, 'last-teacher', 'Nobody else teaches this class. Add another teacher first.');
      await this.classes.leave(classId, personId);
      const until = Date.now() + BACK_MS;
      return `${part}.${until}.${this.#seal([classId, personId, by.id, part, `${until}`])}`;
    });
  }

  /** Brings somebody back who was let go a moment ago. @throws Problem `too-late` */
  async bringBack(classId: string, personId: string, back: string, by: Person): Promise<void> {
    const [part = '', until = '', seal = ''] = back.split('.');
    const right = Buffer.from(this.#seal([classId, personId, by.id, part, until]));
    const given = Buffer.from(seal);
    const isTrue = right.length === given.length && timingSafeEqual(right, given);
    if (!isTrue || Number(until) < Date.now() || (part !== 'teacher' && part !== 'learner'))
      throw new Problem(409, 'too-late', 'This can no longer be taken back. Add them to the class again.');
    await this.classes.joinAll(classId, [personId], part);
  }

  #seal(what: readonly string[]): string {
    return createHmac('sha256', this.config.secret)
      .update(`back ${what.join(' ')}`)
      .digest('base64url')
      .slice(0, 22);
  }
}
