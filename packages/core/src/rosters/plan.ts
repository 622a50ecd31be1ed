/* What would change if a school became what a roster tells: worked out first, shown, and only then done. */
import { comparableName } from '../people/index.ts';
import { ONE_ROSTER_KEY } from './oneRoster.ts';
import {
  foldedName,
  type KnownClass,
  type KnownMember,
  type KnownPerson,
  type KnownSchool,
  type KnownTerm,
  type Roster,
  type RosterClass,
  type RosterFault,
  type RosterPart,
  type RosterPerson,
  type RosterTerm,
} from './roster.ts';

/** Somebody of whom it is not sure whether they are here already. */
export interface Twin {
  /** Where they stand among the roster's people. */
  readonly person: number;
  readonly name: string;
  readonly part: RosterPart;
  /** Who they may be; the likeliest first, and never none. */
  readonly candidates: readonly string[];
  /** Whether it is one person with the very same mail or sign-in name, or the only one of that name. */
  readonly isLikely: boolean;
}

export interface PersonChange {
  readonly id: string;
  readonly before: PersonFacts;
  readonly after: PersonFacts;
}
/** What a roster may change of a person. */
export interface PersonFacts {
  readonly key: string | null;
  readonly name: string;
  readonly mail: string | null;
}
export interface ClassChange {
  readonly id: string;
  readonly before: ClassFacts;
  readonly after: ClassFacts;
}
export interface ClassFacts {
  readonly key: string | null;
  readonly name: string;
  readonly course: string;
  /** The key of its term. */
  readonly term: string | null;
}
export interface TermChange {
  readonly id: string;
  readonly before: RosterTerm;
  readonly after: RosterTerm;
}

export interface RosterPlan {
  readonly roster: Roster;
  readonly school: KnownSchool;
  readonly faults: readonly RosterFault[];
  readonly faultCount: number;
  /** Where the roster's people and classes stand in the school; null for new ones, and for twins until they are decided. */
  readonly personIds: readonly (string | null)[];
  readonly classIds: readonly (string | null)[];
  readonly twins: readonly Twin[];
}

/** By where a twin stands among the roster's people: who they are, or null for somebody else. */
export type TwinChoices = ReadonlyMap<number, string | null>;

/** All that is done, decided. People and classes of the roster are told by where they stand in it. */
export interface RosterChanges {
  readonly addPeople: readonly number[];
  readonly changePeople: readonly PersonChange[];
  /** They cannot sign in any more; what is theirs stays. */
  readonly leavePeople: readonly KnownPerson[];
  /** They had left, and are there again. */
  readonly backPeople: readonly KnownPerson[];
  readonly addTerms: readonly RosterTerm[];
  readonly changeTerms: readonly TermChange[];
  readonly addClasses: readonly number[];
  readonly changeClasses: readonly ClassChange[];
  readonly join: readonly RosterMemberOf[];
  readonly leave: readonly KnownMember[];
  /** Classes that have learners, and would have none. */
  readonly emptied: readonly { readonly id: string; readonly name: string; readonly learners: number }[];
  /** How many people of the roster stay as they are. */
  readonly same: number;
  /** By where they stand in the roster; null for who is added. */
  readonly personIds: readonly (string | null)[];
}
interface RosterMemberOf {
  readonly of: number;
  readonly person: number;
  readonly part: RosterPart;
}

/** Finds a roster's people and classes in the school. Nothing is decided, and nothing is changed. */
export function planRoster(roster: Roster, school: KnownSchool): RosterPlan {
  const classIds = findClasses(roster.classes, school.classes);
  const found = findPeople(roster, school, classIds);
  return {
    roster,
    school,
    classIds,
    ...found,
    faults: [...roster.faults, ...found.moreFaults],
    faultCount: roster.faultCount + found.moreFaults.length,
  };
}

function findClasses(classes: readonly RosterClass[], known: readonly KnownClass[]): readonly (string | null)[] {
  const byKey = new Map(known.flatMap((one) => (one.key ? [[one.key, one.id]] : [])));
  const byName = new Map<string, string[]>();
  for (const one of known) listed(byName, foldedName(one.name), one.id);
  return classes.map(({ key, name }) => {
    if (key) return byKey.get(key) ?? null;
    // Of two classes with one name, a list cannot mean either.
    const same = byName.get(foldedName(name)) ?? [];
    return same.length === 1 ? same[0]! : null;
  });
}

interface Index {
  readonly byKey: ReadonlyMap<string, KnownPerson>;
  readonly bySignInName: ReadonlyMap<string, KnownPerson>;
  readonly byMail: ReadonlyMap<string, readonly KnownPerson[]>;
  readonly byName: ReadonlyMap<string, readonly KnownPerson[]>;
}

function indexOf(people: readonly KnownPerson[]): Index {
  const [byMail, byName] = [new Map<string, KnownPerson[]>(), new Map<string, KnownPerson[]>()];
  for (const one of people) {
    if (one.mail) listed(byMail, one.mail, one);
    listed(byName, foldedName(one.name), one);
  }
  return {
    byKey: new Map(people.flatMap((one) => (one.key ? [[one.key, one]] : []))),
    bySignInName: new Map(people.map((one) => [one.signInName, one])),
    byMail,
    byName,
  };
}

function findPeople(roster: Roster, school: KnownSchool, classIds: readonly (string | null)[]) {
  const index = indexOf(school.people);
  const members = new Set(school.members.map(({ classId, personId, part }) => `${classId} ${personId} ${part}`));
  const classesOf = new Map<number, string[]>();
  for (const { of, person } of roster.members) if (classIds[of]) listed(classesOf, person, classIds[of]);
  const personIds: (string | null)[] = [];
  const twins: Twin[] = [];
  const moreFaults: RosterFault[] = [];
  const taken = new Set<string>();
  // Whoever is known by a key is found first: nobody else can be them then.
  const known = roster.people.map(({ key }) => (key ? (index.byKey.get(key) ?? null) : null));
  for (const one of known) if (one) taken.add(one.id);
  roster.people.forEach((person, at) => {
    const sure = known[at] ?? null;
    if (sure) {
      if (sure.part !== person.part)
        moreFaults.push({
          file: '',
          line: 0,
          says: `${person.name} is a ${sure.part} here and a ${person.part} in the file. They stay a ${sure.part}.`,
        });
      return personIds.push(sure.id);
    }
    const { candidates, isSure, isLikely } = candidatesFor(person, index, {
      isTaken: (id) => taken.has(id),
      isInClass: (id) => (classesOf.get(at) ?? []).some((classId) => members.has(`${classId} ${id} ${person.part}`)),
    });
    if (isSure) taken.add(candidates[0]!);
    else if (candidates.length > 0)
      twins.push({ person: at, name: person.name, part: person.part, candidates, isLikely });
    return personIds.push(isSure ? candidates[0]! : null);
  });
  return { personIds, twins, moreFaults };
}

function candidatesFor(
  person: RosterPerson,
  index: Index,
  { isTaken, isInClass }: { readonly isTaken: (id: string) => boolean; readonly isInClass: (id: string) => boolean },
) {
  const free = (one: KnownPerson): boolean => one.part === person.part && !isTaken(one.id);
  const signsIn = person.signInName ? index.bySignInName.get(comparableName(person.signInName)) : undefined;
  const exact = new Set(
    [...(signsIn ? [signsIn] : []), ...(person.mail ? (index.byMail.get(person.mail) ?? []) : [])].filter(free),
  );
  const named = (index.byName.get(foldedName(person.name)) ?? []).filter(free);
  const candidates = [...new Set([...exact, ...named])].slice(0, MOST_CANDIDATES);
  const isNamed = named.filter((one) => isInClass(one.id));
  // A list without numbers is brought again: who has this name in this very class is meant.
  if (person.key === null && exact.size === 0 && isNamed.length === 1)
    return { candidates: [isNamed[0]!.id], isSure: true, isLikely: true };
  if (person.key === null && exact.size === 1 && foldedName([...exact][0]!.name) === foldedName(person.name))
    return { candidates: [[...exact][0]!.id], isSure: true, isLikely: true };
  const isLikely = exact.size === 1 || (exact.size === 0 && named.length === 1);
  return { candidates: candidates.map((one) => one.id), isSure: false, isLikely };
}
/** Who else it could be: nobody chooses among more. */
const MOST_CANDIDATES = 8;

function listed<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const there = map.get(key);
  if (there) there.push(value);
  else map.set(key, [value]);
}

/**
 * What is done once every twin is decided. Twins that are not chosen here are new people.
 * @throws RangeError when somebody would be two of the roster's people
 */
export function changesOf(plan: RosterPlan, choices: TwinChoices): RosterChanges {
  const { roster, school } = plan;
  const personIds = plan.personIds.map((id, at) => id ?? choices.get(at) ?? null);
  const chosen = personIds.filter((id) => id !== null);
  if (new Set(chosen).size < chosen.length) throw new RangeError('Two people of the file were said to be one person.');
  const people = new Map(school.people.map((one) => [one.id, one]));
  const changePeople: PersonChange[] = [];
  const backPeople: KnownPerson[] = [];
  const addPeople: number[] = [];
  roster.people.forEach((person, at) => {
    const there = people.get(personIds[at] ?? '');
    if (!there) return addPeople.push(at);
    if (there.hasLeft) backPeople.push(there);
    const before: PersonFacts = { key: there.key, name: there.name, mail: there.mail };
    const after: PersonFacts = {
      key: keyOf(there.key, person.key),
      name: person.name,
      mail: person.mail ?? there.mail,
    };
    return isSame(before, after) || changePeople.push({ id: there.id, before, after });
  });
  const isHere = new Set(chosen);
  const gone = new Set(roster.gone);
  const leavePeople = school.people.filter(
    ({ id, key, hasLeft, part }) =>
      !hasLeft &&
      part !== 'keeper' &&
      key !== null &&
      !isHere.has(id) &&
      (gone.has(key) || (roster.wholePeople !== null && key.startsWith(roster.wholePeople))),
  );
  const terms = changesOfTerms(roster.terms, school.terms);
  const classes = changesOfClasses(plan);
  const membership = changesOfMembers(plan, personIds, new Set(leavePeople.map((one) => one.id)));
  const touched = new Set([...changePeople.map((one) => one.id), ...backPeople.map((one) => one.id)]);
  return {
    addPeople,
    changePeople,
    leavePeople,
    backPeople,
    ...terms,
    ...classes,
    ...membership,
    emptied: emptied(plan, membership),
    same: roster.people.length - addPeople.length - touched.size,
    personIds,
  };
}

/**
 * The key that somebody has from now on: a list never takes the place of a OneRoster, which would not find them again.
 */
const keyOf = (there: string | null, told: string | null): string | null =>
  told === null || (there?.startsWith(ONE_ROSTER_KEY) && !told.startsWith(ONE_ROSTER_KEY)) ? there : told;

const isSame = <T extends object>(a: T, b: T): boolean =>
  Object.entries(a).every(([name, value]) => value === (b as Readonly<Record<string, unknown>>)[name]);

function changesOfTerms(terms: readonly RosterTerm[], known: readonly KnownTerm[]) {
  const byKey = new Map(known.map((one) => [one.key, one]));
  const addTerms: RosterTerm[] = [];
  const changeTerms: TermChange[] = [];
  for (const after of terms) {
    const there = byKey.get(after.key);
    if (!there) {
      addTerms.push(after);
      continue;
    }
    const before = { key: after.key, name: there.name, from: there.from, to: there.to };
    if (!isSame(before, after)) changeTerms.push({ id: there.id, before, after });
  }
  return { addTerms, changeTerms };
}

function changesOfClasses({ roster, school, classIds }: RosterPlan) {
  const classes = new Map(school.classes.map((one) => [one.id, one]));
  const termKeys = new Map(school.terms.map((one) => [one.id, one.key]));
  const addClasses: number[] = [];
  const changeClasses: ClassChange[] = [];
  roster.classes.forEach((one, at) => {
    const there = classes.get(classIds[at] ?? '');
    if (!there) return addClasses.push(at);
    const term = there.termId ? (termKeys.get(there.termId) ?? null) : null;
    const before: ClassFacts = { key: there.key, name: there.name, course: there.course, term };
    // A list names its classes as they are called here; how they are written is not its business.
    const name = one.key ? one.name : there.name;
    const after = { key: one.key ?? there.key, name, course: one.course ?? there.course, term: one.term ?? term };
    return isSame(before, after) || changeClasses.push({ id: there.id, before, after });
  });
  return { addClasses, changeClasses };
}

function changesOfMembers(
  { roster, school, classIds }: RosterPlan,
  personIds: readonly (string | null)[],
  leaving: ReadonlySet<string>,
) {
  const there = new Set(school.members.map(({ classId, personId }) => `${classId} ${personId}`));
  const told = new Set<string>();
  const join: RosterMemberOf[] = [];
  const parts = new Map(school.people.map((one) => [one.id, one.part]));
  for (const { of, person, part } of roster.members) {
    const [classId, personId] = [classIds[of] ?? null, personIds[person] ?? null];
    const key = `${classId} ${personId}`;
    // Whoever is of another kind here keeps it, and no part that does not go with it.
    if (personId && parts.get(personId) !== part) continue;
    told.add(key);
    if (!classId || !personId || !there.has(key)) join.push({ of, person, part });
  }
  const keys = new Map(school.people.map((one) => [one.id, one.key]));
  const classKeys = new Map(school.classes.map((one) => [one.id, one.key]));
  const gone = new Set(roster.gone);
  const goneMembers = new Set(roster.goneMembers.map(([classKey, personKey]) => `${classKey} ${personKey}`));
  const inFile = new Set(classIds.filter((id) => id !== null));
  const wholeKey = roster.wholePeople;
  const leave = school.members.filter(({ classId, personId, part }) => {
    if (told.has(`${classId} ${personId}`)) return false;
    const [personKey, classKey] = [keys.get(personId) ?? null, classKeys.get(classId) ?? null];
    if (leaving.has(personId)) return true;
    if (goneMembers.has(`${classKey} ${personKey}`)) return true;
    const isGoneClass = classKey !== null && gone.has(classKey);
    if (roster.wholeMembers === 'all') return part === 'learner' && inFile.has(classId);
    // Whom somebody added by hand stays; a class that the file no longer has is over.
    if (personKey === null) return false;
    const isOver = wholeKey !== null && classKey !== null && classKey.startsWith(wholeKey) && !inFile.has(classId);
    return isGoneClass || (roster.wholeMembers === 'known' && (inFile.has(classId) || isOver));
  });
  return { join, leave };
}

function emptied(
  { school, classIds }: RosterPlan,
  { join, leave }: { readonly join: readonly RosterMemberOf[]; readonly leave: readonly KnownMember[] },
) {
  const learners = new Map<string, number>();
  for (const { classId, part } of school.members)
    if (part === 'learner') learners.set(classId, (learners.get(classId) ?? 0) + 1);
  const left = new Map(learners);
  for (const { classId, part } of leave) if (part === 'learner') left.set(classId, (left.get(classId) ?? 0) - 1);
  for (const { of, part } of join) {
    const id = classIds[of];
    if (id && part === 'learner') left.set(id, (left.get(id) ?? 0) + 1);
  }
  return school.classes
    .filter(({ id }) => (learners.get(id) ?? 0) > 0 && left.get(id) === 0)
    .map(({ id, name }) => ({ id, name, learners: learners.get(id) ?? 0 }));
}
