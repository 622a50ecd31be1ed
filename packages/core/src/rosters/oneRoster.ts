/*
 * OneRoster, a standard of CSV files in a zip: versions 1.1 and 1.2. What Oak Bell takes of it: docs/formats/rosters.md.
 */
import { LONGEST_CLASS, LONGEST_COURSE, LONGEST_SIGN_IN_NAME } from '../people/index.ts';
import { mailIn, nameFault } from './list.ts';
import {
  Faults,
  LONGEST_KEY,
  MOST_MEMBERS,
  MOST_PEOPLE,
  RosterError,
  type Roster,
  type RosterClass,
  type RosterMember,
  type RosterPart,
  type RosterPerson,
  type RosterTerm,
} from './roster.ts';

export type OneRosterVersion = '1.1' | '1.2';
/** Keys of what comes from OneRoster begin so. */
export const ONE_ROSTER_KEY = 'oneroster:';

/** The files that are read, in the order in which they must come: each names what stands in those before it. */
export const ONE_ROSTER_FILES = [
  'manifest',
  'orgs',
  'academicSessions',
  'courses',
  'classes',
  'roles',
  'users',
  'enrollments',
] as const;
export type OneRosterFile = (typeof ONE_ROSTER_FILES)[number];

/** Columns without which a file cannot be read; all others may be absent. */
const NEEDED: Readonly<Record<OneRosterFile, readonly string[]>> = {
  manifest: ['propertyName', 'value'],
  orgs: ['sourcedId', 'name'],
  academicSessions: ['sourcedId', 'title', 'startDate', 'endDate'],
  courses: ['sourcedId', 'title'],
  classes: ['sourcedId', 'title'],
  roles: ['userSourcedId', 'role'],
  users: ['sourcedId', 'givenName', 'familyName'],
  enrollments: ['classSourcedId', 'userSourcedId', 'role'],
};
/** Files without which there is no roster. */
const NEEDED_FILES = ['classes', 'users', 'enrollments'] as const;

/** A row by the names of its columns in small letters; absent and empty are the same. */
export type OneRosterRow = (column: string) => string;

const NO_MANIFEST = 'This zip has no manifest.csv. Export it as OneRoster 1.1 or 1.2 in CSV files.';
type Mode = 'bulk' | 'delta' | 'absent';

const PARTS: Readonly<Record<string, RosterPart>> = { student: 'learner', teacher: 'teacher' };
const DAY = /^\d{4}-\d{2}-\d{2}/;

/**
 * Reads a OneRoster row by row, so that no file has to be held whole.
 * Call `begin`, `row` for each row and `end` for each file that is there, in their order; then `roster`.
 */
export class OneRosterReader {
  readonly #today: string;
  readonly #faults = new Faults();
  readonly #modes = new Map<string, Mode>();
  #version: OneRosterVersion | null = null;
  readonly #seen = new Set<OneRosterFile>();

  readonly #schools = new Map<string, string>();
  readonly #terms = new Map<string, RosterTerm>();
  readonly #courses = new Map<string, string>();
  /** Parts of people by their id, where a file of its own tells them; the first is the one they mainly have. */
  readonly #parts = new Map<string, RosterPart | 'other'>();
  readonly #people: RosterPerson[] = [];
  readonly #peopleAt = new Map<string, number>();
  readonly #classes: RosterClass[] = [];
  readonly #classesAt = new Map<string, number>();
  readonly #members: RosterMember[] = [];
  readonly #memberKeys = new Set<string>();
  readonly #gone = new Set<string>();
  readonly #goneMembers: (readonly [string, string])[] = [];
  /** People who are in the file and have no place here. */
  readonly #others = new Set<string>();
  #otherRows = 0;

  /** @param today an ISO day: what ended before it is gone, what begins after it is left for later */
  constructor(today: string) {
    this.#today = today;
  }

  /** Known once the manifest was read. */
  get version(): OneRosterVersion | null {
    return this.#version;
  }

  /**
   * Whether a file is read, by what the manifest says of it.
   * @param columns its first row; their order is free, and further ones are left aside
   * @throws RosterError when a column is missing that is needed, or the manifest has not come first
   */
  begin(file: OneRosterFile, columns: readonly string[]): boolean {
    if (file !== 'manifest' && this.#version === null) throw new RosterError(NO_MANIFEST);
    if (file !== 'manifest' && this.#mode(file) === 'absent') return false;
    if (file === 'roles' && this.#version === '1.1') return false;
    const there = new Set(columns.map((name) => name.trim().toLowerCase()));
    const needed = file === 'users' && this.#version === '1.1' ? [...NEEDED.users, 'role'] : NEEDED[file];
    const missing = needed.filter((name) => !there.has(name.toLowerCase()));
    if (missing.length > 0) throw new RosterError(`${file}.csv has no column ${missing.join(', ')}.`);
    this.#seen.add(file);
    return true;
  }

  /** One row. @param line counted from 1, with the line of the columns */
  row(file: OneRosterFile, line: number, row: OneRosterRow): void {
    if (file === 'manifest') return this.#manifest(row);
    const fault = this.#take(file, row);
    if (fault) this.#faults.add(`${file}.csv`, line, fault);
  }

  /** @throws RosterError when a file is over that cannot be read */
  end(file: OneRosterFile): void {
    if (file === 'manifest' && this.#version === null)
      throw new RosterError('manifest.csv does not say which version of OneRoster this is.');
  }

  /** What was read. @throws RosterError when a file is missing, or there is nobody */
  roster(): Roster {
    const missing = NEEDED_FILES.filter((file) => !this.#seen.has(file) && this.#mode(file) !== 'absent');
    if (this.#version === null) throw new RosterError(NO_MANIFEST);
    if (missing.length > 0) throw new RosterError(`This zip has no ${missing[0]}.csv.`);
    if (this.#people.length === 0 && this.#gone.size === 0)
      throw new RosterError(
        this.#faults.count > 0
          ? `No row of users.csv can be used. The first: line ${this.#faults.told[0]!.line}. ${this.#faults.told[0]!.says}`
          : 'There is no teacher and no learner in users.csv.',
      );
    return {
      people: this.#people,
      classes: this.#classes,
      terms: [...this.#terms.values()],
      schools: [...this.#schools.values()],
      members: this.#members,
      gone: [...this.#gone],
      goneMembers: this.#goneMembers,
      wholePeople: this.#mode('users') === 'bulk' ? ONE_ROSTER_KEY : null,
      wholeMembers: this.#mode('enrollments') === 'bulk' ? 'known' : null,
      others: this.#others.size + this.#otherRows,
      faults: this.#faults.told,
      faultCount: this.#faults.count,
    };
  }

  #mode(file: OneRosterFile): Mode {
    return this.#modes.get(file.toLowerCase()) ?? 'bulk';
  }

  #manifest(row: OneRosterRow): void {
    const [name, value] = [row('propertyname').trim().toLowerCase(), row('value').trim()];
    if (name === 'oneroster.version') {
      if (value !== '1.1' && value !== '1.2')
        throw new RosterError(
          `This is OneRoster ${value.slice(0, 20) || 'without a version'}. Oak Bell reads 1.1 and 1.2: export it anew in one of them.`,
        );
      this.#version = value;
    }
    const mode = value.toLowerCase();
    if (name.startsWith('file.') && (mode === 'bulk' || mode === 'delta' || mode === 'absent'))
      this.#modes.set(name.slice('file.'.length), mode);
  }

  /** Takes a row in; gives back what is wrong with it, in words. */
  #take(file: Exclude<OneRosterFile, 'manifest'>, row: OneRosterRow): string | null {
    const id = row('sourcedid');
    if (id.length > LONGEST_KEY - ONE_ROSTER_KEY.length) return `The sourcedId is longer than ${LONGEST_KEY} letters.`;
    const isGone = row('status').toLowerCase() === 'tobedeleted' || row('status').toLowerCase() === 'inactive';
    if (file === 'roles') return this.#role(row, isGone);
    if (file === 'enrollments') return this.#enrollment(row, isGone);
    if (id === '') return 'There is no sourcedId.';
    if (file === 'users') return this.#user(id, row, isGone);
    if (file === 'classes') return this.#class(id, row, isGone);
    if (isGone) return null;
    if (file === 'orgs') {
      const isSchool = ['', 'school'].includes(row('type').toLowerCase());
      return isSchool ? once(this.#schools, id, row('name').slice(0, LONGEST_COURSE)) : null;
    }
    if (file === 'courses') return once(this.#courses, id, row('title').slice(0, LONGEST_COURSE));
    const [from, to] = [row('startdate').slice(0, 10), row('enddate').slice(0, 10)];
    if (!DAY.test(from) || !DAY.test(to) || to < from) return 'Its first and last day are no days of a calendar.';
    return once(this.#terms, id, { key: ONE_ROSTER_KEY + id, name: row('title').slice(0, LONGEST_CLASS), from, to });
  }

  #class(id: string, row: OneRosterRow, isGone: boolean): string | null {
    if (this.#classesAt.has(id)) return `The sourcedId ${id} stands further up already.`;
    if (isGone) return this.#leave(id);
    const title = row('title');
    if (title === '') return 'The class has no title.';
    if (title.length > LONGEST_CLASS) return `The title of the class is longer than ${LONGEST_CLASS} letters.`;
    const [course, term] = [row('coursesourcedid'), firstOf(row('termsourcedids'))];
    this.#classesAt.set(id, this.#classes.length);
    this.#classes.push({
      key: ONE_ROSTER_KEY + id,
      name: title,
      course: this.#courses.get(course) ?? null,
      term: this.#terms.get(term)?.key ?? null,
    });
    if (course && !this.#courses.has(course))
      return `Its course ${course} is in no line of courses.csv. The class was taken.`;
    return term && !this.#terms.has(term)
      ? `Its term ${term} is in no line of academicSessions.csv. The class was taken.`
      : null;
  }

  #role(row: OneRosterRow, isGone: boolean): string | null {
    const user = row('usersourcedid');
    if (user === '') return 'There is no userSourcedId.';
    if (isGone || isOver(row, this.#today)) return null;
    const part = PARTS[row('role').toLowerCase()] ?? 'other';
    const now = this.#parts.get(user);
    // What they mainly are counts; being a teacher or a learner counts more than what has no place here.
    if (now === undefined || now === 'other' || (part !== 'other' && row('roletype').toLowerCase() === 'primary'))
      this.#parts.set(user, part);
    return null;
  }

  #user(id: string, row: OneRosterRow, isGone: boolean): string | null {
    if (this.#peopleAt.has(id) || this.#others.has(id)) return `The sourcedId ${id} stands further up already.`;
    // Version 1.2 tells in roles.csv what people are; where it has none, a column of its own may.
    const told = row('role').toLowerCase();
    const part = this.#parts.get(id) ?? (told ? (PARTS[told] ?? 'other') : null);
    if (isGone || row('enableduser').toLowerCase() === 'false') return this.#leave(id);
    if (part === null) return 'No line of roles.csv says what this person is.';
    if (part === 'other') {
      this.#others.add(id);
      return null;
    }
    const given = row('preferredgivenname') || row('givenname');
    const family = row('preferredfamilyname') || row('familyname');
    const name = `${given} ${family}`.trim();
    const fault = nameFault(name);
    if (fault) return fault;
    if (this.#people.length >= MOST_PEOPLE) throw new RosterError(`A roster may hold ${MOST_PEOPLE} people at most.`);
    const signInName = row('username');
    this.#peopleAt.set(id, this.#people.length);
    this.#people.push({
      key: ONE_ROSTER_KEY + id,
      name,
      part,
      signInName: signInName && signInName.length <= LONGEST_SIGN_IN_NAME ? signInName : null,
      mail: mailIn(row('email')),
    });
    return null;
  }

  #leave(id: string): null {
    this.#gone.add(ONE_ROSTER_KEY + id);
    return null;
  }

  #enrollment(row: OneRosterRow, isGone: boolean): string | null {
    const [classId, userId] = [row('classsourcedid'), row('usersourcedid')];
    if (isGone || isOver(row, this.#today)) {
      if (classId && userId) this.#goneMembers.push([ONE_ROSTER_KEY + classId, ONE_ROSTER_KEY + userId]);
      return null;
    }
    const part = PARTS[row('role').toLowerCase()];
    const begins = row('begindate').slice(0, 10);
    if (!part || (DAY.test(begins) && begins > this.#today) || this.#others.has(userId)) {
      this.#otherRows += 1;
      return null;
    }
    const [of, person] = [this.#classesAt.get(classId), this.#peopleAt.get(userId)];
    if (of === undefined)
      return this.#gone.has(ONE_ROSTER_KEY + classId) ? null : `Its class ${classId} is in no line of classes.csv.`;
    if (person === undefined)
      return this.#gone.has(ONE_ROSTER_KEY + userId) ? null : `Its person ${userId} is in no line of users.csv.`;
    const { name, part: is } = this.#people[person]!;
    if (is !== part) return `${name} is a ${is}, and no ${part}.`;
    const key = `${of} ${person}`;
    if (this.#memberKeys.has(key)) return null;
    if (this.#members.length >= MOST_MEMBERS)
      throw new RosterError(`A roster may hold ${MOST_MEMBERS} enrollments at most.`);
    this.#memberKeys.add(key);
    this.#members.push({ of, person, part });
    return null;
  }
}

function once<T>(there: Map<string, T>, id: string, value: T): string | null {
  if (there.has(id)) return `The sourcedId ${id} stands further up already.`;
  there.set(id, value);
  return null;
}

/** The first of several ids, which stand in one cell with commas between them. */
const firstOf = (ids: string): string => ids.split(',')[0]!.trim();

const isOver = (row: OneRosterRow, today: string): boolean => {
  const ends = row('enddate').slice(0, 10);
  return DAY.test(ends) && ends < today;
};
