import { rosterOfList } from './list.ts';
import { changesOf, planRoster, type RosterChanges } from './plan.ts';
import type { KnownPerson, KnownSchool, Roster, RosterPart } from './roster.ts';

const known = (id: string, name: string, more: Partial<KnownPerson> = {}): KnownPerson => ({
  id,
  key: null,
  name,
  signInName: id,
  mail: null,
  part: 'learner',
  hasLeft: false,
  ...more,
});
const EMPTY: KnownSchool = { people: [], classes: [], terms: [], members: [] };

interface Told {
  readonly key: string;
  readonly name: string;
  readonly part?: RosterPart;
  readonly mail?: string;
  readonly signInName?: string;
  readonly in?: readonly string[];
}
/** A whole roster of another program, as people and the classes they are in. */
function roster(people: readonly Told[], more: Partial<Roster> = {}): Roster {
  const names = [...new Set(people.flatMap((one) => one.in ?? []))];
  return {
    people: people.map(({ key, name, part = 'learner', mail = null, signInName = null }) => ({
      key: `oneroster:${key}`,
      name,
      part,
      mail,
      signInName,
    })),
    classes: names.map((name) => ({ key: `oneroster:${name}`, name, course: null, term: null })),
    terms: [],
    schools: [],
    members: people.flatMap(({ in: classes = [], part = 'learner' }, person) =>
      classes.map((name) => ({ of: names.indexOf(name), person, part })),
    ),
    gone: [],
    goneMembers: [],
    wholePeople: 'oneroster:',
    wholeMembers: 'known',
    others: 0,
    faults: [],
    faultCount: 0,
    ...more,
  };
}
const planned = (
  told: Roster,
  school: KnownSchool,
  choices: readonly (readonly [number, string | null])[] = [],
): RosterChanges => changesOf(planRoster(told, school), new Map(choices));

/** The school once these changes are made. */
function after(told: Roster, school: KnownSchool, changes: RosterChanges): KnownSchool {
  const personIds = changes.personIds.map((id, at) => id ?? `new-${at}`);
  const plan = planRoster(told, school);
  const classIds = plan.classIds.map((id, at) => id ?? `class-${at}`);
  const changed = new Map(changes.changePeople.map((one) => [one.id, one.after]));
  const leaving = new Set(changes.leavePeople.map((one) => one.id));
  const gone = new Set(changes.leave.map(({ classId, personId }) => `${classId} ${personId}`));
  return {
    people: [
      ...school.people.map((one) => ({ ...one, ...changed.get(one.id), hasLeft: leaving.has(one.id) })),
      ...changes.addPeople.map((at) => {
        const { key, name, mail, part } = told.people[at]!;
        return known(`new-${at}`, name, { key, mail, part });
      }),
    ],
    classes: [
      ...school.classes,
      ...changes.addClasses.map((at) => ({
        id: `class-${at}`,
        key: told.classes[at]!.key,
        name: told.classes[at]!.name,
        course: told.classes[at]!.course ?? '',
        termId: null,
      })),
    ],
    terms: school.terms,
    members: [
      ...school.members.filter(({ classId, personId }) => !gone.has(`${classId} ${personId}`)),
      ...changes.join.map(({ of, person, part }) => ({ classId: classIds[of]!, personId: personIds[person]!, part })),
    ],
  };
}
const numbers = (changes: RosterChanges) => ({
  new: changes.addPeople.length,
  changed: changes.changePeople.length,
  leave: changes.leavePeople.length,
  back: changes.backPeople.length,
  classes: changes.addClasses.length + changes.changeClasses.length,
  join: changes.join.length,
  out: changes.leave.length,
});
const NOTHING = { new: 0, changed: 0, leave: 0, back: 0, classes: 0, join: 0, out: 0 };

const TWO = roster([
  { key: '1', name: 'Tam Oriel', in: ['10a'] },
  { key: '2', name: 'Wren Calloway', in: ['10a', '10b'] },
]);

describe('a roster that is planned', () => {
  it('brings an empty school everybody, and the second time nothing', () => {
    const first = planned(TWO, EMPTY);
    expect(numbers(first)).toEqual({ ...NOTHING, new: 2, classes: 2, join: 3 });
    const again = planned(TWO, after(TWO, EMPTY, first));
    expect([numbers(again), again.same]).toEqual([NOTHING, 2]);
  });

  it('changes names and mails, never how somebody signs in', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    const told = roster([
      { key: '1', name: 'Tam Oriel-Voss', mail: 'tam@x.example', signInName: 'other', in: ['10a'] },
      { key: '2', name: 'Wren Calloway', in: ['10a', '10b'] },
    ]);
    expect(planned(told, there).changePeople).toEqual([
      {
        id: 'new-0',
        before: { key: 'oneroster:1', name: 'Tam Oriel', mail: null },
        after: { key: 'oneroster:1', name: 'Tam Oriel-Voss', mail: 'tam@x.example' },
      },
    ]);
  });

  it('lets go who is no longer in it, and takes them back when they are there again', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    const one = roster([{ key: '1', name: 'Tam Oriel', in: ['10a', '10b'] }]);
    const less = planned(one, there);
    expect([numbers(less), less.emptied]).toEqual([{ ...NOTHING, leave: 1, join: 1, out: 2 }, []]);
    expect(numbers(planned(TWO, after(one, there, less)))).toEqual({ ...NOTHING, back: 1, join: 2, out: 1 });
  });

  it('that tells only of changes lets nobody else go', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    const delta = roster([], {
      wholePeople: null,
      wholeMembers: null,
      gone: ['oneroster:1'],
      goneMembers: [['oneroster:10b', 'oneroster:2']],
    });
    const changes = planned(delta, there);
    expect(changes.leavePeople.map((one) => one.name)).toEqual(['Tam Oriel']);
    expect(changes.leave.map(({ classId, personId }) => [classId, personId])).toEqual([
      ['class-0', 'new-0'],
      ['class-1', 'new-1'],
    ]);
  });

  it('leaves alone whom somebody added by hand, and every keeper', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    const hand = known('hand', 'By Hand');
    const keeper = known('keeper', 'Kim Keeper', { part: 'keeper', key: 'oneroster:k' });
    const school = {
      ...there,
      people: [...there.people, hand, keeper],
      members: [...there.members, { classId: 'class-0', personId: 'hand', part: 'learner' as const }],
    };
    expect(numbers(planned(TWO, school))).toEqual(NOTHING);
  });

  it('asks before a class is emptied', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    const mistaken = roster([
      { key: '1', name: 'Tam Oriel' },
      { key: '2', name: 'Wren Calloway', in: ['10b'] },
    ]);
    expect(planned(mistaken, there).emptied).toEqual([{ id: 'class-0', name: '10a', learners: 2 }]);
  });
});

describe('somebody who may be here already', () => {
  const there: KnownSchool = {
    ...EMPTY,
    people: [known('t', 'TÁM  oriel', { mail: 'tam@x.example' }), known('w', 'Wren Calloway', { part: 'teacher' })],
  };

  it('is asked about, never taken for granted, and never of another kind', () => {
    expect(planRoster(TWO, there).twins).toEqual([
      { person: 0, name: 'Tam Oriel', part: 'learner', candidates: ['t'], isLikely: true },
    ]);
  });

  it('is the same person, or another, as it is decided', () => {
    expect(numbers(planned(TWO, there, [[0, 't']]))).toEqual({ ...NOTHING, new: 1, changed: 1, classes: 2, join: 3 });
    expect(numbers(planned(TWO, there, [[0, null]]))).toEqual({ ...NOTHING, new: 2, classes: 2, join: 3 });
  });

  it('is not asked about any more once it was decided', () => {
    const joined = after(TWO, there, planned(TWO, there, [[0, 't']]));
    expect([planRoster(TWO, joined).twins, numbers(planned(TWO, joined))]).toEqual([[], NOTHING]);
  });

  it('cannot be two people of the file', () => {
    const doubled = roster([
      { key: '1', name: 'Tam Oriel' },
      { key: '9', name: 'Tam Oriel' },
    ]);
    expect(planRoster(doubled, there).twins.length).toBe(2);
    expect(() =>
      planned(doubled, there, [
        [0, 't'],
        [1, 't'],
      ]),
    ).toThrow(RangeError);
  });

  it('is found by their mail or sign-in name whatever they are called now', () => {
    const told = roster([
      { key: '1', name: 'T. Oriel-Voss', mail: 'tam@x.example' },
      { key: '2', name: 'New', signInName: ' T ' },
    ]);
    expect(planRoster(told, there).twins.map((one) => one.candidates)).toEqual([['t'], ['t']]);
  });

  it('does not leave as the one under the old number while they join under the new one', () => {
    const before = after(TWO, EMPTY, planned(TWO, EMPTY));
    const renumbered = roster([
      { key: '100', name: 'Tam Oriel', in: ['10a'] },
      { key: '2', name: 'Wren Calloway', in: ['10a', '10b'] },
    ]);
    const changes = planned(renumbered, before, [[0, 'new-0']]);
    expect(numbers(changes)).toEqual({ ...NOTHING, changed: 1 });
  });

  it('who is a teacher here stays one, whatever the file says', () => {
    const school = { ...EMPTY, people: [known('w', 'Wren', { part: 'teacher', key: 'oneroster:1' })] };
    const plan = planRoster(roster([{ key: '1', name: 'Wren', in: ['10a'] }]), school);
    expect(plan.faults.map((one) => one.says)).toEqual([
      'Wren is a teacher here and a learner in the file. They stay a teacher.',
    ]);
    expect(numbers(changesOf(plan, new Map()))).toEqual({ ...NOTHING, classes: 1 });
  });
});

describe('a list with numbers of its own', () => {
  const list = rosterOfList('list.csv', [['77', 'Tam Oriel']], {
    columns: ['number', 'name'],
    hasNames: false,
    className: '',
    part: 'learner',
    isWhole: false,
  });
  it('takes nobody away from the roster that knows them', () => {
    const there = after(TWO, EMPTY, planned(TWO, EMPTY));
    expect(planRoster(list, there).twins.map((one) => one.candidates)).toEqual([['new-0']]);
    expect(numbers(planned(list, there, [[0, 'new-0']]))).toEqual(NOTHING);
  });
  it('gives its number to whoever had none, and gives way to a roster', () => {
    const there = { ...EMPTY, people: [known('t', 'Tam Oriel')] };
    const [change] = planned(list, there, [[0, 't']]).changePeople;
    expect(change?.after.key).toBe('list:77');
    const numbered = { ...EMPTY, people: [known('t', 'Tam Oriel', { key: 'list:77' })] };
    expect(planned(TWO, numbered, [[0, 't']]).changePeople[0]?.after.key).toBe('oneroster:1');
  });
});

describe('a plain list', () => {
  const rows = [
    ['Tam Oriel', '10a'],
    ['Wren Calloway', '10a'],
    ['Wren Calloway', '10b'],
  ];
  const reading = {
    columns: ['name', 'class'] as const,
    hasNames: false,
    className: '',
    part: 'learner' as const,
    isWhole: true,
  };
  const list = (isWhole = true, which = rows) => rosterOfList('list.csv', which, { ...reading, isWhole });

  it('without numbers can be brought again: who has this name in this class is meant', () => {
    const there = after(list(), EMPTY, planned(list(), EMPTY));
    expect([planRoster(list(), there).twins, numbers(planned(list(), there))]).toEqual([[], NOTHING]);
  });

  it('lets go who is not in it, only out of its own classes, and only when it is whole', () => {
    const there = after(list(), EMPTY, planned(list(), EMPTY));
    const less = [['Wren Calloway', '10a']];
    expect(numbers(planned(list(true, less), there))).toEqual({ ...NOTHING, out: 1 });
    expect(numbers(planned(list(false, less), there))).toEqual(NOTHING);
  });

  it('asks about somebody of that name in another class', () => {
    const there = { ...EMPTY, people: [known('t', 'Tam Oriel')] };
    expect(planRoster(list(), there).twins.map((one) => one.candidates)).toEqual([['t']]);
  });
});
