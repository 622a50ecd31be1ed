/* What a roster tells of a school, whatever file it came in, and what the school itself knows. */

/** What somebody does in a class. */
export type RosterPart = 'teacher' | 'learner';

/** So many people and memberships one roster may hold; letters of an id that another program gave. */
export const MOST_PEOPLE = 30_000;
export const MOST_MEMBERS = 300_000;
export const LONGEST_KEY = 200;
/** So many faults are told one by one. */
export const FAULTS_TOLD = 200;

/** A line that was left out, or taken otherwise than it stands there, and why. */
export interface RosterFault {
  readonly file: string;
  /** Counted from 1; the line with the names of the columns counts. */
  readonly line: number;
  readonly says: string;
}

export interface RosterPerson {
  /** What the other program calls them: the same in its next file. Null where the file has no such thing. */
  readonly key: string | null;
  readonly name: string;
  readonly part: RosterPart;
  readonly signInName: string | null;
  readonly mail: string | null;
}
export interface RosterClass {
  readonly key: string | null;
  readonly name: string;
  /** Null where the file says nothing of it. */
  readonly course: string | null;
  /** The key of its term; null for none. */
  readonly term: string | null;
}
/** First and last day, as ISO days. */
export interface RosterTerm {
  readonly key: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
}
export interface RosterMember {
  /** Where they stand in `classes` and `people`, counted from 0. */
  readonly of: number;
  readonly person: number;
  readonly part: RosterPart;
}

/** All that a file tells. Whatever is named in it by a key is there, or one of the lines left out says why not. */
export interface Roster {
  readonly people: readonly RosterPerson[];
  readonly classes: readonly RosterClass[];
  readonly terms: readonly RosterTerm[];
  /** Names of the schools that it tells of, where it does. */
  readonly schools: readonly string[];
  readonly members: readonly RosterMember[];
  /** Keys of people and classes that the file says are gone. */
  readonly gone: readonly string[];
  /** Members that the file says are gone, by the keys of class and person. */
  readonly goneMembers: readonly (readonly [string, string])[];
  /** Whoever has a key that begins so, and is not in the file, has left; null where the file tells only of changes. */
  readonly wholePeople: string | null;
  /**
   * Whoever is in one of the file's classes, and is not named there, leaves it: everybody (`all`), those whom a roster
   * knows (`known`), or nobody.
   */
  readonly wholeMembers: 'all' | 'known' | null;
  /** How many rows have no place here: guardians, administrators, other kinds. */
  readonly others: number;
  readonly faults: readonly RosterFault[];
  /** All faults; more than FAULTS_TOLD are only counted. */
  readonly faultCount: number;
}

export interface KnownPerson {
  readonly id: string;
  readonly key: string | null;
  readonly name: string;
  readonly signInName: string;
  readonly mail: string | null;
  readonly part: RosterPart | 'keeper';
  readonly hasLeft: boolean;
}
export interface KnownClass {
  readonly id: string;
  readonly key: string | null;
  readonly name: string;
  readonly course: string;
  readonly termId: string | null;
}
export interface KnownTerm {
  readonly id: string;
  readonly key: string | null;
  readonly name: string;
  readonly from: string;
  readonly to: string;
}
export interface KnownMember {
  readonly classId: string;
  readonly personId: string;
  readonly part: RosterPart;
}
/** What the school knows now. */
export interface KnownSchool {
  readonly people: readonly KnownPerson[];
  readonly classes: readonly KnownClass[];
  readonly terms: readonly KnownTerm[];
  readonly members: readonly KnownMember[];
}

/** A name as two are compared: without marks, in small letters, with one space between words. */
export const foldedName = (name: string): string =>
  name
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/[\s\p{Cf}]+/gu, ' ')
    .trim();

/** Collects faults: the first ones in words, the others by number. */
export class Faults {
  readonly told: RosterFault[] = [];
  count = 0;

  add(file: string, line: number, says: string): void {
    this.count += 1;
    if (this.told.length < FAULTS_TOLD) this.told.push({ file, line, says });
  }
}

/** A roster that cannot be read at all: what is wrong with it, in words. */
export class RosterError extends Error {}
