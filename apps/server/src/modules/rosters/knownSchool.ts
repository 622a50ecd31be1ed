import type { KnownSchool, RosterPart } from '@oakbell/core/rosters';
import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Role } from '../../platform/sessions/index.ts';

/** Reads all of a school that a roster is compared with: four questions, however large it is. */
@Injectable()
export class SchoolReader {
  constructor(private readonly database: DataSource) {}

  async read(): Promise<KnownSchool> {
    const people = await this.#rows<PersonRow>(
      'SELECT id, rosterKey, COALESCE(registerName, name) AS name, signInName, mail, role, leftAt IS NOT NULL AS hasLeft FROM person ORDER BY id',
    );
    const classes = await this.#rows<ClassRow>(
      'SELECT id, rosterKey, name, course, termId FROM school_class ORDER BY id',
    );
    const terms = await this.#rows<TermRow>(
      "SELECT id, rosterKey, name, DATE_FORMAT(startsOn, '%Y-%m-%d') AS startsOn, DATE_FORMAT(endsOn, '%Y-%m-%d') AS endsOn FROM term ORDER BY id",
    );
    const members = await this.#rows<{ classId: string; personId: string; part: RosterPart }>(
      'SELECT classId, personId, part FROM membership ORDER BY classId, personId',
    );
    return {
      people: people.map(({ id, rosterKey, name, signInName, mail, role, hasLeft }) => ({
        ...{ id, key: rosterKey, name, signInName, mail, part: role, hasLeft: Number(hasLeft) === 1 },
      })),
      classes: classes.map(({ id, rosterKey, name, course, termId }) => ({ id, key: rosterKey, name, course, termId })),
      terms: terms.map(({ id, rosterKey, name, startsOn, endsOn }) => ({
        ...{ id, key: rosterKey, name, from: startsOn, to: endsOn },
      })),
      members: members.map(({ classId, personId, part }) => ({ classId, personId, part })),
    };
  }

  async #rows<T>(sql: string): Promise<readonly T[]> {
    return (await this.database.query(sql)) as T[];
  }
}

interface PersonRow {
  readonly id: string;
  readonly rosterKey: string | null;
  readonly name: string;
  readonly signInName: string;
  readonly mail: string | null;
  readonly role: Role;
  readonly hasLeft: string | number;
}
interface ClassRow {
  readonly id: string;
  readonly rosterKey: string | null;
  readonly name: string;
  readonly course: string;
  readonly termId: string | null;
}
interface TermRow {
  readonly id: string;
  readonly rosterKey: string | null;
  readonly name: string;
  readonly startsOn: string;
  readonly endsOn: string;
}
