import { changesOf, type RosterChanges, type RosterPlan } from '@oakbell/core/rosters';
import { createHash } from 'node:crypto';

/** So many of each kind are shown by name; the others only counted. */
export const SHOWN = 100;

/** A plan as it is shown before it is done. Twins count as new people until they are decided. */
export interface PlanShown {
  /** Says which plan it is: another state of the school or another reading has another one. */
  readonly digest: string;
  readonly counts: Readonly<Record<PlanCount, number>>;
  readonly schools: readonly string[];
  readonly newPeople: readonly string[];
  readonly changedPeople: readonly { readonly before: string; readonly after: string }[];
  readonly leaving: readonly string[];
  readonly back: readonly string[];
  readonly newClasses: readonly string[];
  readonly emptied: readonly { readonly name: string; readonly learners: number }[];
  readonly faults: readonly { readonly file: string; readonly line: number; readonly says: string }[];
  readonly twins: readonly TwinShown[];
}
export const PLAN_COUNTS = [
  'newLearners',
  'newTeachers',
  'changedPeople',
  'samePeople',
  'leaving',
  'back',
  'newClasses',
  'changedClasses',
  'terms',
  'joining',
  'leavingClasses',
  'emptied',
  'others',
  'faults',
  'twins',
] as const;
export type PlanCount = (typeof PLAN_COUNTS)[number];
export interface TwinShown {
  /** Where they stand in the file, counted from 0. */
  readonly person: number;
  readonly name: string;
  readonly part: string;
  readonly isLikely: boolean;
  readonly candidates: readonly {
    readonly id: string;
    readonly name: string;
    readonly signInName: string;
    readonly classes: readonly string[];
  }[];
}

/** A plan and what it would do, as it is shown. */
export function shownOf(plan: RosterPlan): PlanShown {
  const changes = changesOf(plan, new Map());
  const { roster } = plan;
  const isTwin = new Set(plan.twins.map((one) => one.person));
  const fresh = changes.addPeople.filter((at) => !isTwin.has(at)).map((at) => roster.people[at]!);
  const names = (some: readonly { readonly name: string }[]) => some.slice(0, SHOWN).map((one) => one.name);
  return {
    digest: digestOf(plan, changes),
    counts: {
      newLearners: fresh.filter((one) => one.part === 'learner').length,
      newTeachers: fresh.filter((one) => one.part === 'teacher').length,
      changedPeople: changes.changePeople.length,
      samePeople: changes.same,
      leaving: changes.leavePeople.length,
      back: changes.backPeople.length,
      newClasses: changes.addClasses.length,
      changedClasses: changes.changeClasses.length,
      terms: changes.addTerms.length + changes.changeTerms.length,
      joining: changes.join.length,
      leavingClasses: changes.leave.length,
      emptied: changes.emptied.length,
      others: roster.others,
      faults: plan.faultCount,
      twins: plan.twins.length,
    },
    schools: roster.schools.slice(0, SHOWN),
    newPeople: names(fresh),
    changedPeople: changes.changePeople
      .slice(0, SHOWN)
      .map(({ before, after }) => ({ before: before.name, after: after.name })),
    leaving: names(changes.leavePeople),
    back: names(changes.backPeople),
    newClasses: names(changes.addClasses.map((at) => roster.classes[at]!)),
    emptied: changes.emptied.slice(0, SHOWN).map(({ name, learners }) => ({ name, learners })),
    faults: plan.faults.slice(0, SHOWN),
    twins: twinsOf(plan),
  };
}

function twinsOf({ twins, school }: RosterPlan): readonly TwinShown[] {
  const shown = twins.slice(0, SHOWN);
  const wanted = new Set(shown.flatMap((one) => one.candidates));
  const people = new Map(school.people.filter(({ id }) => wanted.has(id)).map((one) => [one.id, one]));
  const classes = new Map(school.classes.map((one) => [one.id, one.name]));
  const inClasses = new Map<string, string[]>();
  for (const { personId, classId } of school.members)
    if (wanted.has(personId)) inClasses.set(personId, [...(inClasses.get(personId) ?? []), classes.get(classId) ?? '']);
  return shown.map(({ person, name, part, isLikely, candidates }) => ({
    person,
    name,
    part,
    isLikely,
    candidates: candidates.flatMap((id) => {
      const one = people.get(id);
      return one ? [{ id, name: one.name, signInName: one.signInName, classes: inClasses.get(id) ?? [] }] : [];
    }),
  }));
}

function digestOf({ twins, roster }: RosterPlan, changes: RosterChanges): string {
  const hash = createHash('sha256');
  const { personIds, same, ...rest } = changes;
  for (const part of [roster.people, roster.classes, roster.members, twins, personIds, rest, same])
    hash.update(JSON.stringify(part));
  return hash.digest('base64url').slice(0, 22);
}
