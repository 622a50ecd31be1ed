import { present } from '@oakbell/core/present';
import { comparableName } from '@oakbell/core/people';
import type { KnownMember, KnownSchool, RosterChanges, RosterPlan } from '@oakbell/core/rosters';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { ClassesService } from '../classes/index.ts';
import { PeopleService } from '../people/index.ts';
import type { RosterUndo } from './undo.ts';

/** Makes a school what a roster says, and takes it back. Part of the act that is going on. */
@Injectable()
export class RosterKeeping {
  constructor(
    private readonly people: PeopleService,
    private readonly classes: ClassesService,
  ) {}

  /** Gives back how it is undone. */
  async do({ roster, school, classIds }: RosterPlan, changes: RosterChanges): Promise<RosterUndo> {
    const terms = changes.addTerms.map((one) => ({ ...one, id: randomUUID() }));
    await this.classes.addTerms(terms);
    await this.classes.changeTerms(changes.changeTerms.map(({ id, after }) => ({ ...after, id })));
    const termIds = new Map([...school.terms, ...terms].map(({ key, id }) => [key, id]));
    const termId = (key: string | null) => (key === null ? null : (termIds.get(key) ?? null));
    const newClasses = new Map(changes.addClasses.map((at) => [at, randomUUID()]));
    await this.classes.addAll(
      changes.addClasses.map((at) => {
        const { key, name, course, term } = roster.classes[at]!;
        return { id: present(newClasses.get(at)), key, name, course: course ?? '', termId: termId(term) };
      }),
    );
    await this.classes.changeAll(
      changes.changeClasses.map(({ id, after }) => ({ ...after, id, termId: termId(after.term) })),
    );
    const newPeople = this.#newcomers(roster, school, changes);
    await this.people.takeIn([...newPeople.values()]);
    await this.people.changeAll(changes.changePeople.map(({ id, after }) => ({ id, ...after })));
    await this.people.setLeftAll(
      changes.leavePeople.map((one) => one.id),
      true,
    );
    await this.people.setLeftAll(
      changes.backPeople.map((one) => one.id),
      false,
    );
    await this.classes.leaveAll(changes.leave);
    const joined = changes.join.map(({ of, person, part }): KnownMember => {
      const classId = classIds[of] ?? present(newClasses.get(of));
      return { classId, personId: changes.personIds[person] ?? present(newPeople.get(person)).id, part };
    });
    await this.classes.joinMany(joined);
    const wasThere = new Set([...school.people, ...school.classes].map((one) => one.id));
    return {
      people: [...newPeople.values()].map((one) => one.id),
      classes: [...newClasses.values()],
      terms: terms.map((one) => one.id),
      joined: joined.filter(({ classId, personId }) => wasThere.has(classId) && wasThere.has(personId)),
      left: changes.leave,
      changedPeople: changes.changePeople,
      changedClasses: changes.changeClasses,
      changedTerms: changes.changeTerms,
      gone: changes.leavePeople.map((one) => one.id),
      back: changes.backPeople.map((one) => one.id),
    };
  }

  /** Everybody who is added, by where they stand in the roster, each with a sign-in name of their own. */
  #newcomers(roster: RosterPlan['roster'], { people }: KnownSchool, { addPeople }: RosterChanges) {
    const taken = new Set(people.map((one) => one.signInName));
    return new Map(
      addPeople.map((at) => {
        const { key, name, part, signInName, mail } = roster.people[at]!;
        const wanted = signInName ? comparableName(signInName) : '';
        const made = wanted && !taken.has(wanted) ? wanted : this.people.signInNameFor(name, (one) => taken.has(one));
        taken.add(made);
        return [at, { id: randomUUID(), name, role: part, signInName: made, rosterKey: key, mail }] as const;
      }),
    );
  }

  /** What has changed since by other hands stays as it is. */
  async undo(undo: RosterUndo, school: KnownSchool): Promise<void> {
    const people = new Map(school.people.map((one) => [one.id, one]));
    const classes = new Map(school.classes.map((one) => [one.id, one]));
    const terms = new Map(school.terms.map((one) => [one.id, one]));
    await this.classes.leaveAll(undo.joined);
    await this.classes.leaveEverything(undo.people);
    await this.classes.joinMany(
      undo.left.filter(({ classId, personId }) => classes.has(classId) && people.has(personId)),
    );
    await this.people.changeAll(
      undo.changedPeople
        .filter(({ id, after }) => {
          const now = people.get(id);
          return now && now.name === after.name && now.key === after.key && now.mail === after.mail;
        })
        .map(({ id, before }) => ({ id, ...before })),
    );
    const termIds = new Map(school.terms.map(({ key, id }) => [key, id]));
    await this.classes.changeAll(
      undo.changedClasses
        .filter(({ id, after }) => classes.get(id)?.name === after.name && classes.get(id)?.course === after.course)
        .map(({ id, before }) => ({ ...before, id, termId: termIds.get(before.term) ?? null })),
    );
    await this.classes.changeTerms(
      undo.changedTerms.filter(({ id }) => terms.has(id)).map(({ id, before }) => ({ ...before, id })),
    );
    await this.people.setLeftAll(
      undo.gone.filter((id) => people.has(id)),
      false,
    );
    await this.people.setLeftAll(
      undo.back.filter((id) => people.has(id)),
      true,
    );
    await this.people.takeOut(undo.people);
    await this.classes.removeUnused(undo.classes);
    await this.classes.removeTerms(undo.terms);
  }
}
