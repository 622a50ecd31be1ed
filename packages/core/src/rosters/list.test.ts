import { guessReading, readingFault, rosterOfList, type ListReading } from './list.ts';
import { RosterError } from './roster.ts';

const READING: ListReading = {
  columns: ['name', 'class'],
  hasNames: true,
  className: '',
  part: 'learner',
  isWhole: false,
};
const read = (rows: readonly (readonly string[])[], more: Partial<ListReading> = {}) =>
  rosterOfList('list.csv', rows, { ...READING, ...more });
const people = (rows: readonly (readonly string[])[], more: Partial<ListReading> = {}) =>
  read(rows, more).people.map((one) => one.name);

describe('the columns of a list are guessed', () => {
  it.each<[string, readonly string[], readonly (string | null)[]]>([
    [
      'by usual names',
      ['Student No', 'Forename', 'Surname', 'Form', 'E-mail'],
      ['number', 'given', 'family', 'class', 'mail'],
    ],
    [
      'in other words',
      ['id', 'First name', 'Last name', 'Username', 'Role'],
      ['number', 'given', 'family', 'signInName', 'kind'],
    ],
    ['in German', ['Nachname', 'Vorname', 'Klasse', 'Fach'], ['family', 'given', 'class', 'course']],
    ['in French', ['NOM', 'PRÉNOM', 'Classe', 'Courriel'], ['family', 'given', 'class', 'mail']],
    ['in Spanish', ['Nombre', 'Apellidos', 'Grupo'], ['name', 'family', 'class']],
    ['with what is of no use left aside', ['Name', 'Date of birth', 'Guardian phone'], ['name', null, null]],
    ['each thing once', ['Name', 'Class', 'Class 2'], ['name', 'class', null]],
  ])('%s', (_, names, columns) => {
    expect(guessReading([names, ['a', 'b', 'c']])).toMatchObject({ columns, hasNames: true });
  });

  it('by what stands in them, where they have no names', () => {
    const rows = [
      ['4711', 'Tam', 'Oriel', 'tam@school.example'],
      ['4712', 'Wren', 'Calloway', 'wren@school.example'],
    ];
    expect(guessReading(rows)).toMatchObject({ columns: ['number', 'given', 'family', 'mail'], hasNames: false });
    expect(guessReading([['Tam Oriel'], ['Wren Calloway']])).toMatchObject({ columns: ['name'], hasNames: false });
  });

  it('and hold names, or nothing can be read', () => {
    expect(readingFault(READING)).toBeNull();
    expect(readingFault({ ...READING, columns: ['number', 'mail'] })).toMatch(/names stand/);
    expect(readingFault({ ...READING, columns: ['name', 'class', 'class'] })).toMatch(/same thing/);
  });
});

describe('a list', () => {
  it('gives people, their classes, and who is in them', () => {
    const roster = read([
      ['Name', 'Class'],
      ['Tam Oriel', '10a'],
      ['Oriel, Wren', '10A '],
      ['Tam Oriel', '10b'],
    ]);
    expect(roster.people.map((one) => one.name)).toEqual(['Tam Oriel', 'Wren Oriel']);
    expect(roster.classes.map((one) => one.name)).toEqual(['10a', '10b']);
    expect(roster.members).toEqual([
      { of: 0, person: 0, part: 'learner' },
      { of: 0, person: 1, part: 'learner' },
      { of: 1, person: 0, part: 'learner' },
    ]);
    expect(roster.faultCount).toBe(0);
  });

  it('puts everybody into the class that is named for it, where it has none of its own', () => {
    const roster = read([['Tam'], ['Wren']], { columns: ['name'], hasNames: false, className: '9c' });
    expect([roster.classes.map((one) => one.name), roster.members.length]).toEqual([['9c'], 2]);
  });

  it('tells teachers from learners by its words', () => {
    const rows = [
      ['Ilse', 'Teacher'],
      ['Tam', 'student'],
      ['Jon', ''],
    ];
    const { people: all } = read(rows, { columns: ['name', 'kind'], hasNames: false, part: 'teacher' });
    expect(all.map((one) => one.part)).toEqual(['teacher', 'learner', 'teacher']);
  });

  it('leaves out what cannot be used, and says which line and why', () => {
    const roster = read(
      [
        ['No', 'Name', 'Class'],
        ['1', 'Tam', '10a'],
        ['2', '', '10a'],
        ['1', 'Wren', '10a'],
        ['3', 'x'.repeat(121), '10a'],
        ['1', 'Tam', '10a'],
        ['', ' ', ''],
      ],
      { columns: ['number', 'name', 'class'] },
    );
    expect(roster.people.map((one) => [one.key, one.name])).toEqual([['list:1', 'Tam']]);
    expect(roster.faults.map(({ line, says }) => `${line}: ${says}`)).toEqual([
      '3: There is no name.',
      '4: “1” stands for somebody else further up.',
      '5: The name is longer than 120 letters.',
      '6: Tam stands in 10a already.',
    ]);
  });

  it('takes formulas, marks that cannot be seen and odd spaces for what they are: letters, or nothing', () => {
    expect(
      people([['=HYPERLINK("x")'], ['\u200bTam\u00a0\u00a0Oriel\u0007 ']], { columns: ['name'], hasNames: false }),
    ).toEqual(['=HYPERLINK("x")', 'Tam Oriel']);
  });

  it('takes an address only where a mail could be sent to it', () => {
    const rows = ['Tam@School.Example', 'tam', 'a@b', 'a b@c.de', '=1@x.y,z'].map((mail, i) => [`Tam ${i}`, mail]);
    const { people: all } = read(rows, { columns: ['name', 'mail'], hasNames: false });
    expect(all.map((one) => one.mail)).toEqual(['tam@school.example', null, null, null, null]);
  });

  it('with nobody in it is refused, in words', () => {
    expect(() => read([['Name', 'Class']])).toThrow(RosterError);
    expect(() => read([['Name'], ['']])).toThrow(/nobody/);
    expect(() =>
      read([
        ['Name', 'Class'],
        ['', '10a'],
      ]),
    ).toThrow(/line 2\. There is no name/);
  });

  it('of 200 columns is read as any other', () => {
    const wide = (name: string) => [...Array<string>(199).fill('x'), name];
    const columns = [...Array<null>(199).fill(null), 'name' as const];
    expect(people([wide('Name'), wide('Tam')], { columns })).toEqual(['Tam']);
  });
});
