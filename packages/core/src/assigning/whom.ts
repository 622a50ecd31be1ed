/** Who in a class has an assignment: all of it or those named, one by one and by groups, and none of those left out. */
export interface Whom {
  readonly all: boolean;
  /** Groups of the class. Who is in one later has it too. */
  readonly groups: readonly string[];
  readonly learners: readonly string[];
  readonly but: readonly string[];
}
export const WHOLE_CLASS: Whom = { all: true, groups: [], learners: [], but: [] };

/** What is known of a class: who learns in it, and its groups. */
export interface ClassMembers {
  readonly learners: readonly { readonly id: string; readonly name: string }[];
  readonly groups: readonly { readonly id: string; readonly name: string; readonly members: readonly string[] }[];
}

/** Those who have it, in the order of the class. */
export function whoHas(whom: Whom, { learners, groups }: ClassMembers): readonly string[] {
  const named = new Set([
    ...whom.learners,
    ...groups.filter(({ id }) => whom.groups.includes(id)).flatMap(({ members }) => members),
  ]);
  return learners.map(({ id }) => id).filter((id) => (whom.all || named.has(id)) && !whom.but.includes(id));
}

/** As it is kept: nobody is named twice, and nobody who has it anyway. */
export function plainWhom({ all, groups, learners, but }: Whom): Whom {
  const left = [...new Set(but)];
  if (all) return { all, groups: [], learners: [], but: left };
  return {
    all,
    groups: [...new Set(groups)],
    learners: [...new Set(learners)].filter((id) => !left.includes(id)),
    but: left,
  };
}

/** So many names are said; the others are counted. */
const MOST_SAID = 3;

/** Who of a class has it, in words after the name of the class: nothing for all of it. */
export function whomWords(whom: Whom, { learners, groups }: ClassMembers): string {
  const names = (ids: readonly string[], of: readonly { readonly id: string; readonly name: string }[]) =>
    of.filter(({ id }) => ids.includes(id)).map(({ name }) => name);
  const without = names(whom.but, learners);
  const but = without.length > 0 ? `all but ${listed(without)}` : '';
  if (whom.all) return but;
  const has = [...names(whom.groups, groups), ...names(whom.learners, learners)];
  if (has.length === 0) return 'nobody yet';
  return without.length > 0 ? `${listed(has)}, without ${listed(without)}` : listed(has);
}

const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });
/** Names in one phrase: `A, B and C`, or `A, B and 5 more` where they are many. */
export function listed(names: readonly string[]): string {
  if (names.length <= MOST_SAID) return AND.format(names);
  const shown = names.slice(0, MOST_SAID - 1);
  return AND.format([...shown, `${names.length - shown.length} more`]);
}
