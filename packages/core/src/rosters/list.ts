/* A plain list of people, as a spreadsheet or a school's program writes it: docs/formats/rosters.md. */
import { LONGEST_CLASS, LONGEST_COURSE, LONGEST_NAME, LONGEST_SIGN_IN_NAME } from '../people/index.ts';
import {
  Faults,
  foldedName,
  LONGEST_KEY,
  MOST_MEMBERS,
  MOST_PEOPLE,
  RosterError,
  type Roster,
  type RosterClass,
  type RosterMember,
  type RosterPart,
  type RosterPerson,
} from './roster.ts';

/** What a column can hold. */
export const COLUMN_USES = [
  'name',
  'given',
  'family',
  'number',
  'signInName',
  'mail',
  'class',
  'course',
  'kind',
] as const;
export type ColumnUse = (typeof COLUMN_USES)[number];

/** More columns than this are no list of people. */
export const MOST_COLUMNS = 500;
/** Keys of people who come from a list begin so. */
export const LIST_KEY = 'list:';
const LONGEST_MAIL = 254;

/** How a list is to be read. */
export interface ListReading {
  /** What each column holds; null for one that is left aside. */
  readonly columns: readonly (ColumnUse | null)[];
  /** Whether the first line names the columns. */
  readonly hasNames: boolean;
  /** The class of whoever has none in the list; empty for none. */
  readonly className: string;
  /** What they are where the list does not say. */
  readonly part: RosterPart;
  /** Whether whoever is not in the list leaves its classes. */
  readonly isWhole: boolean;
}

/** Words in the names of columns, by what the column holds; the first that fits is taken. */
const WORDS: readonly (readonly [ColumnUse, RegExp])[] = [
  ['mail', /e-?mail|\bmail\b|correo|courriel/],
  ['signInName', /user ?name|sign-?in|log-?in|account|benutzer|identifiant|usuario/],
  ['given', /given|first|forename|vorname|prenom|nombre de pila/],
  ['family', /family|last|surname|nachname|familienname|nom de famille|apellido/],
  ['class', /class|form\b|group|section|register|tutor|klasse|grupo|clase/],
  ['course', /course|subject|fach\b|matiere|cours\b|asignatura/],
  ['number', /number|\bno\b|\bnr\b|num\b|\bid\b|numero|matricul|sourcedid|nummer/],
  ['kind', /role|kind|type|rolle|statut|rol\b/],
  ['name', /name|learner|pupil|student|nom\b|nombre/],
];

/** What the columns of a list seem to hold, by their names, and by what stands in them where they have none. */
export function guessReading(rows: readonly (readonly string[])[]): ListReading {
  const [first = [], ...more] = rows;
  const named = first.map((name) => useOf(name));
  const hasNames = named.some((use) => use !== null) && !first.some((cell) => cell.includes('@'));
  const columns: (ColumnUse | null)[] = [];
  for (const use of hasNames ? named : guessByContent(more.length > 0 ? more : rows)) {
    const isTaken = use !== null && columns.includes(use);
    columns.push(isTaken ? null : use);
  }
  // "Nom" beside "Prénom", "name" beside "first name": the family name alone.
  const nameAt = columns.indexOf('name');
  if (nameAt >= 0 && columns.includes('given') && !columns.includes('family')) columns[nameAt] = 'family';
  return { columns, hasNames, className: '', part: 'learner', isWhole: false };
}

function useOf(name: string): ColumnUse | null {
  const folded = foldedName(name).replaceAll('_', ' ');
  return WORDS.find(([, pattern]) => pattern.test(folded))?.[0] ?? null;
}

function guessByContent(rows: readonly (readonly string[])[]): readonly (ColumnUse | null)[] {
  const width = Math.max(0, ...rows.slice(0, 50).map((row) => row.length));
  const column = (i: number) => rows.slice(0, 50).map((row) => (row[i] ?? '').trim());
  let names = 0;
  return Array.from({ length: width }, (_, i) => {
    const cells = column(i).filter(Boolean);
    if (cells.length === 0) return null;
    if (cells.every((cell) => cell.includes('@'))) return 'mail';
    if (cells.every((cell) => /^[\w./-]+$/.test(cell) && /\d/.test(cell))) {
      const isClass = cells.every((cell) => cell.length <= 4) && new Set(cells).size * 3 <= cells.length;
      return isClass ? 'class' : 'number';
    }
    names += 1;
    return names === 1 ? 'name' : names === 2 ? 'family' : null;
  }).map((use, _, all) => (use === 'name' && all.includes('family') ? 'given' : use));
}

/** What keeps a list from being read like this, in words; null when nothing does. */
export function readingFault({ columns, className }: ListReading): string | null {
  const used = columns.filter((use) => use !== null);
  const doubled = used.find((use, i) => used.indexOf(use) !== i);
  if (doubled) return 'Two columns are chosen for the same thing. Leave one of them aside.';
  if (!used.includes('name') && !used.includes('family') && !used.includes('given'))
    return 'Choose the column in which the names stand.';
  return className.length > LONGEST_CLASS ? `A class has a name of ${LONGEST_CLASS} letters at most.` : null;
}

/** Cells as people are: one space between words, nothing that cannot be seen. */
const cleaned = (cell: string | undefined): string => (cell ?? '').replaceAll(/[\s\p{Cc}\p{Cf}]+/gu, ' ').trim();

const TEACHERS = /teach|staff|lehr|prof|docente/;

/**
 * The roster that a list is, read in this way. Nothing in a cell is ever run.
 * @param file its name, for what is told of its lines
 * @throws RosterError when it holds nobody, or too many
 */
export function rosterOfList(file: string, rows: readonly (readonly string[])[], reading: ListReading): Roster {
  const faults = new Faults();
  const people: RosterPerson[] = [];
  const classes: RosterClass[] = [];
  const members: RosterMember[] = [];
  const [peopleAt, classesAt, memberKeys] = [new Map<string, number>(), new Map<string, number>(), new Set<string>()];
  const cellOf = (row: readonly string[], use: ColumnUse): string => {
    const at = reading.columns.indexOf(use);
    return at < 0 ? '' : cleaned(row[at]);
  };
  rows.forEach((row, i) => {
    const line = i + 1;
    if ((reading.hasNames && i === 0) || row.every((cell) => cleaned(cell) === '')) return;
    const name = nameIn(cellOf(row, 'name'), cellOf(row, 'given'), cellOf(row, 'family'));
    const fault = nameFault(name) ?? tooLong(cellOf(row, 'number'), LONGEST_KEY - LIST_KEY.length, 'number');
    if (fault) return faults.add(file, line, fault);
    const kind = foldedName(cellOf(row, 'kind'));
    const part = kind === '' ? reading.part : TEACHERS.test(kind) ? 'teacher' : 'learner';
    const number = cellOf(row, 'number');
    const person: RosterPerson = {
      key: number ? LIST_KEY + number : null,
      name,
      part,
      signInName: usable(cellOf(row, 'signInName'), LONGEST_SIGN_IN_NAME),
      mail: mailIn(cellOf(row, 'mail')),
    };
    const className = cellOf(row, 'class') || cleaned(reading.className);
    if (className.length > LONGEST_CLASS)
      return faults.add(file, line, `The name of the class is longer than ${LONGEST_CLASS} letters.`);
    const same = person.key ?? person.signInName?.toLowerCase() ?? person.mail ?? `${part} ${foldedName(name)}`;
    const there = peopleAt.get(same);
    const at = there ?? people.length;
    if (there === undefined) {
      if (people.length >= MOST_PEOPLE) throw new RosterError(`A list may hold ${MOST_PEOPLE} people at most.`);
      peopleAt.set(same, at);
      people.push(person);
    } else if (foldedName(people[at]!.name) !== foldedName(name)) {
      return faults.add(
        file,
        line,
        `“${number || person.signInName || person.mail}” stands for somebody else further up.`,
      );
    } else if (people[at]!.part !== part) {
      return faults.add(file, line, `${name} is of another kind further up.`);
    }
    if (!className) {
      if (there !== undefined) faults.add(file, line, `${name} stands there already.`);
      return;
    }
    const classKey = foldedName(className);
    let of = classesAt.get(classKey);
    if (of === undefined) {
      of = classes.length;
      classesAt.set(classKey, of);
      const course = cellOf(row, 'course').slice(0, LONGEST_COURSE);
      classes.push({ key: null, name: className, course: course || null, term: null });
    }
    const memberKey = `${of} ${at}`;
    if (memberKeys.has(memberKey)) return faults.add(file, line, `${name} stands in ${className} already.`);
    if (members.length >= MOST_MEMBERS) throw new RosterError(`A list may hold ${MOST_MEMBERS} lines at most.`);
    memberKeys.add(memberKey);
    members.push({ of, person: at, part });
  });
  if (people.length === 0)
    throw new RosterError(
      faults.count > 0
        ? `No line of this list can be used. The first: line ${faults.told[0]!.line}. ${faults.told[0]!.says}`
        : 'There is nobody in this list.',
    );
  return {
    people,
    classes,
    terms: [],
    schools: [],
    members,
    gone: [],
    goneMembers: [],
    wholePeople: null,
    wholeMembers: reading.isWhole ? 'all' : null,
    others: 0,
    faults: faults.told,
    faultCount: faults.count,
  };
}

function nameIn(name: string, given: string, family: string): string {
  if (given || family) return `${given} ${family}`.trim();
  const parts = name.split(',').map((part) => part.trim());
  return parts.length === 2 ? `${parts[1]} ${parts[0]}`.trim() : name;
}

/** What is wrong with a name, in words; null when nothing is. */
export const nameFault = (name: string): string | null =>
  name === '' ? 'There is no name.' : tooLong(name, LONGEST_NAME, 'name');

const tooLong = (text: string, most: number, what: string): string | null =>
  text.length > most ? `The ${what} is longer than ${most} letters.` : null;

/** A text that is not longer than this; null for none. */
const usable = (text: string, most: number): string | null => (text !== '' && text.length <= most ? text : null);

/** An address that a mail could be sent to, in small letters; null where this is none. */
export const mailIn = (text: string): string | null =>
  text.length <= LONGEST_MAIL && /^[^\s@<>"(),;:]+@[^\s@<>"(),;:]+\.[^\s@<>"(),;:.]+$/.test(text)
    ? text.toLowerCase()
    : null;
