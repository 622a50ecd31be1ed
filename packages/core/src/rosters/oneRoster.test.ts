import { ONE_ROSTER_FILES, OneRosterReader, type OneRosterFile } from './oneRoster.ts';
import { type Roster, RosterError } from './roster.ts';

type Table = readonly (readonly string[])[];
type Files = Partial<Record<OneRosterFile, Table>>;

/** The columns of each file, after the specification's own tables. */
const COLUMNS = {
  '1.1': {
    orgs: ['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier', 'parentSourcedId'],
    academicSessions: [
      'sourcedId',
      'status',
      'dateLastModified',
      'title',
      'type',
      'startDate',
      'endDate',
      'parentSourcedId',
      'schoolYear',
    ],
    courses: [
      'sourcedId',
      'status',
      'dateLastModified',
      'schoolYearSourcedId',
      'title',
      'courseCode',
      'grades',
      'orgSourcedId',
      'subjects',
      'subjectCodes',
    ],
    classes: [
      'sourcedId',
      'status',
      'dateLastModified',
      'title',
      'grades',
      'courseSourcedId',
      'classCode',
      'classType',
      'location',
      'schoolSourcedId',
      'termSourcedIds',
      'subjects',
      'subjectCodes',
      'periods',
    ],
    users: [
      'sourcedId',
      'status',
      'dateLastModified',
      'enabledUser',
      'orgSourcedIds',
      'role',
      'username',
      'userIds',
      'givenName',
      'familyName',
      'middleName',
      'identifier',
      'email',
      'sms',
      'phone',
      'agentSourcedIds',
      'grades',
      'password',
    ],
    enrollments: [
      'sourcedId',
      'status',
      'dateLastModified',
      'classSourcedId',
      'schoolSourcedId',
      'userSourcedId',
      'role',
      'primary',
      'beginDate',
      'endDate',
    ],
  },
  '1.2': {
    orgs: ['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier', 'parentSourcedId'],
    academicSessions: [
      'sourcedId',
      'status',
      'dateLastModified',
      'title',
      'type',
      'startDate',
      'endDate',
      'parentSourcedId',
      'schoolYear',
    ],
    courses: [
      'sourcedId',
      'status',
      'dateLastModified',
      'schoolYearSourcedId',
      'title',
      'courseCode',
      'grades',
      'orgSourcedId',
      'subjects',
      'subjectCodes',
    ],
    classes: [
      'sourcedId',
      'status',
      'dateLastModified',
      'title',
      'grades',
      'courseSourcedId',
      'classCode',
      'classType',
      'location',
      'schoolSourcedId',
      'termSourcedIds',
      'subjects',
      'subjectCodes',
      'periods',
    ],
    roles: [
      'sourcedId',
      'status',
      'dateLastModified',
      'userSourcedId',
      'roleType',
      'role',
      'beginDate',
      'endDate',
      'orgSourcedId',
      'userProfileSourcedId',
    ],
    users: [
      'sourcedId',
      'status',
      'dateLastModified',
      'enabledUser',
      'username',
      'userIds',
      'givenName',
      'familyName',
      'middleName',
      'identifier',
      'email',
      'sms',
      'phone',
      'agentSourcedIds',
      'grades',
      'password',
      'userMasterIdentifier',
      'resourceSourcedIds',
      'preferredGivenName',
      'preferredMiddleName',
      'preferredFamilyName',
      'primaryOrgSourcedId',
      'pronouns',
    ],
    enrollments: [
      'sourcedId',
      'status',
      'dateLastModified',
      'classSourcedId',
      'schoolSourcedId',
      'userSourcedId',
      'role',
      'primary',
      'beginDate',
      'endDate',
    ],
  },
} as const satisfies Record<string, Files | Record<string, readonly string[]>>;
const NEEDED: Readonly<Record<string, readonly string[]>> = {
  orgs: ['sourcedId', 'name'],
  academicSessions: ['sourcedId', 'title', 'startDate', 'endDate'],
  courses: ['sourcedId', 'title'],
  classes: ['sourcedId', 'title'],
  roles: ['userSourcedId', 'role'],
  users: ['sourcedId', 'role', 'givenName', 'familyName'],
  enrollments: ['classSourcedId', 'userSourcedId', 'role'],
};
type Row = Readonly<Record<string, string>>;

/** One school in the tables of a version, every optional column filled in or every one left out. */
function school(
  version: '1.1' | '1.2',
  which: 'all' | 'needed',
  changed: Partial<Record<string, readonly Row[]>> = {},
): Files {
  const usual: Record<string, readonly Row[]> = {
    orgs: [
      { sourcedId: 's1', name: 'Harbour School', type: 'school', identifier: '77', parentSourcedId: 'd1' },
      { sourcedId: 'd1', name: 'The District', type: 'district' },
    ],
    academicSessions: [
      {
        sourcedId: 't1',
        title: 'Autumn',
        type: 'term',
        startDate: '2026-09-01',
        endDate: '2027-01-31',
        schoolYear: '2027',
      },
    ],
    courses: [{ sourcedId: 'co1', title: 'Chemistry', courseCode: 'CH', orgSourcedId: 's1' }],
    classes: [
      {
        sourcedId: 'c1',
        title: '10a',
        courseSourcedId: 'co1',
        classType: 'scheduled',
        schoolSourcedId: 's1',
        termSourcedIds: 't1,t2',
        periods: '1,3',
      },
    ],
    roles: [
      { userSourcedId: 'u1', roleType: 'primary', role: 'teacher', orgSourcedId: 's1' },
      { userSourcedId: 'u2', roleType: 'primary', role: 'student', orgSourcedId: 's1' },
      { userSourcedId: 'u3', roleType: 'primary', role: 'guardian', orgSourcedId: 's1' },
    ],
    users: [
      {
        sourcedId: 'u1',
        enabledUser: 'true',
        role: 'teacher',
        username: 'imarrow',
        givenName: 'Ilse',
        familyName: 'Marrow',
        email: 'Ilse@school.example',
        password: 'never-used',
      },
      {
        sourcedId: 'u2',
        enabledUser: 'true',
        role: 'student',
        username: 'toriel',
        givenName: 'Tam',
        familyName: 'Oriel',
        middleName: 'J',
        grades: '10',
        email: 'tam@school.example',
      },
      { sourcedId: 'u3', enabledUser: 'true', role: 'guardian', username: 'g', givenName: 'Ada', familyName: 'Oriel' },
    ],
    enrollments: [
      { classSourcedId: 'c1', schoolSourcedId: 's1', userSourcedId: 'u1', role: 'teacher', primary: 'true' },
      {
        classSourcedId: 'c1',
        schoolSourcedId: 's1',
        userSourcedId: 'u2',
        role: 'student',
        primary: 'false',
        beginDate: '2026-09-01',
        endDate: '2027-01-31',
      },
    ],
    ...changed,
  };
  const files: Files = {
    manifest: [
      ['propertyName', 'value'],
      ['manifest.version', '1.0'],
      ['oneroster.version', version],
    ],
  };
  for (const [file, columns] of Object.entries<readonly string[]>(COLUMNS[version])) {
    const needed = NEEDED[file] ?? [];
    const shown = which === 'all' ? columns : needed.filter((name) => columns.includes(name));
    files[file as OneRosterFile] = [shown, ...(usual[file] ?? []).map((row) => shown.map((name) => row[name] ?? ''))];
  }
  return files;
}

function read(files: Files, today = '2026-11-26'): Roster {
  const reader = new OneRosterReader(today);
  for (const file of ONE_ROSTER_FILES) {
    const [columns, ...rows] = files[file] ?? [];
    if (!columns || !reader.begin(file, columns)) continue;
    const at = new Map(columns.map((name, i) => [name.trim().toLowerCase(), i]));
    rows.forEach((row, i) => reader.row(file, i + 2, (name) => row[at.get(name) ?? -1]?.trim() ?? ''));
    reader.end(file);
  }
  return reader.roster();
}
const withManifest = (files: Files, ...rows: readonly (readonly string[])[]): Files => ({
  ...files,
  manifest: [...(files.manifest ?? []), ...rows],
});

describe.each(['1.1', '1.2'] as const)('OneRoster %s', (version) => {
  it('with every optional column is read: people, classes, terms and who is in them', () => {
    const roster = read(school(version, 'all'));
    expect(roster).toMatchObject({
      people: [
        {
          key: 'oneroster:u1',
          name: 'Ilse Marrow',
          part: 'teacher',
          signInName: 'imarrow',
          mail: 'ilse@school.example',
        },
        { key: 'oneroster:u2', name: 'Tam Oriel', part: 'learner', signInName: 'toriel', mail: 'tam@school.example' },
      ],
      classes: [{ key: 'oneroster:c1', name: '10a', course: 'Chemistry', term: 'oneroster:t1' }],
      terms: [{ key: 'oneroster:t1', name: 'Autumn', from: '2026-09-01', to: '2027-01-31' }],
      schools: ['Harbour School'],
      members: [
        { of: 0, person: 0, part: 'teacher' },
        { of: 0, person: 1, part: 'learner' },
      ],
      wholePeople: 'oneroster:',
      wholeMembers: 'known',
      others: 1,
      faultCount: 0,
    });
    expect(JSON.stringify(roster)).not.toContain('never-used');
  });

  it('without any optional column is read as well', () => {
    const files = school(version, 'needed');
    // Where roles stand in a file of their own, users need none.
    const roster = read(files);
    expect(roster.people.map(({ name, part, signInName, mail }) => [name, part, signInName, mail])).toEqual([
      ['Ilse Marrow', 'teacher', null, null],
      ['Tam Oriel', 'learner', null, null],
    ]);
    expect(roster.classes).toEqual([{ key: 'oneroster:c1', name: '10a', course: null, term: null }]);
    expect([roster.members.length, roster.faultCount]).toEqual([2, 0]);
  });

  it('with its columns in another order, and written otherwise, is the same', () => {
    const files = school(version, 'all');
    const turned = Object.fromEntries(
      Object.entries(files).map(([file, table]) => [
        file,
        table.map((row, i) => row.toReversed().map((cell) => (i === 0 ? cell.toUpperCase() : cell))),
      ]),
    );
    expect(read({ ...turned, manifest: files.manifest! } as Files)).toEqual(read(files));
  });

  it('that tells only of changes lets nobody go but whom it names', () => {
    const files = withManifest(
      school(version, 'all', {
        users: [{ sourcedId: 'u9', status: 'tobedeleted', role: 'student', givenName: 'Gone', familyName: 'By' }],
        classes: [{ sourcedId: 'c9', status: 'tobedeleted', title: 'over' }],
        enrollments: [{ status: 'tobedeleted', classSourcedId: 'c1', userSourcedId: 'u2', role: 'student' }],
      }),
      ['file.users', 'delta'],
      ['file.classes', 'delta'],
      ['file.enrollments', 'delta'],
    );
    expect(read(files)).toMatchObject({
      people: [],
      gone: ['oneroster:c9', 'oneroster:u9'],
      goneMembers: [['oneroster:c1', 'oneroster:u2']],
      wholePeople: null,
      wholeMembers: null,
    });
  });

  it('says which of its lines were left out, and why', () => {
    const roster = read(
      school(version, 'all', {
        users: [
          { sourcedId: 'u1', role: 'teacher', givenName: 'Ilse', familyName: 'Marrow' },
          { sourcedId: 'u1', role: 'teacher', givenName: 'Another', familyName: 'Person' },
          { sourcedId: '', role: 'student', givenName: 'No', familyName: 'Id' },
          { sourcedId: 'u2', role: 'student', givenName: '', familyName: '' },
        ],
        enrollments: [
          { classSourcedId: 'c1', userSourcedId: 'u1', role: 'student' },
          { classSourcedId: 'c7', userSourcedId: 'u1', role: 'teacher' },
          { classSourcedId: 'c1', userSourcedId: 'u7', role: 'student' },
        ],
      }),
    );
    expect(roster.people.map((one) => one.name)).toEqual(['Ilse Marrow']);
    expect(roster.faults.map(({ file, line, says }) => `${file} ${line}: ${says}`)).toEqual([
      'users.csv 3: The sourcedId u1 stands further up already.',
      'users.csv 4: There is no sourcedId.',
      'users.csv 5: There is no name.',
      'enrollments.csv 2: Ilse Marrow is a teacher, and no learner.',
      'enrollments.csv 3: Its class c7 is in no line of classes.csv.',
      'enrollments.csv 4: Its person u7 is in no line of users.csv.',
    ]);
  });

  it('leaves for later what begins later, and lets go what is over', () => {
    const roster = read(
      school(version, 'all', {
        enrollments: [
          { classSourcedId: 'c1', userSourcedId: 'u2', role: 'student', endDate: '2026-11-25' },
          { classSourcedId: 'c1', userSourcedId: 'u1', role: 'teacher', beginDate: '2026-12-01' },
        ],
      }),
    );
    expect([roster.members, roster.goneMembers]).toEqual([[], [['oneroster:c1', 'oneroster:u2']]]);
  });

  it('takes nobody in whose account is closed', () => {
    const roster = read(
      school(version, 'all', {
        users: [
          { sourcedId: 'u1', role: 'teacher', givenName: 'Ilse', familyName: 'Marrow', enabledUser: 'true' },
          { sourcedId: 'u2', role: 'student', givenName: 'Tam', familyName: 'Oriel', enabledUser: 'FALSE' },
        ],
      }),
    );
    expect([roster.people.length, roster.gone, roster.faultCount]).toEqual([1, ['oneroster:u2'], 0]);
  });
});

describe('OneRoster 1.2', () => {
  it('calls people what they prefer, and takes what they mainly are', () => {
    const roster = read(
      school('1.2', 'all', {
        roles: [
          { userSourcedId: 'u2', roleType: 'secondary', role: 'teacher' },
          { userSourcedId: 'u2', roleType: 'primary', role: 'student' },
          { userSourcedId: 'u1', roleType: 'primary', role: 'principal' },
          { userSourcedId: 'u1', roleType: 'secondary', role: 'teacher' },
          { userSourcedId: 'u4', roleType: 'primary', role: 'student', endDate: '2026-01-01' },
        ],
        users: [
          { sourcedId: 'u1', givenName: 'Ilse', familyName: 'Marrow' },
          { sourcedId: 'u2', givenName: 'Tamsin', familyName: 'Oriel', preferredGivenName: 'Tam' },
          { sourcedId: 'u4', givenName: 'Old', familyName: 'Role' },
        ],
      }),
    );
    expect(roster.people.map(({ name, part }) => [name, part])).toEqual([
      ['Ilse Marrow', 'teacher'],
      ['Tam Oriel', 'learner'],
    ]);
    expect(roster.faults.map(({ says }) => says)).toEqual(['No line of roles.csv says what this person is.']);
  });
});

describe('what is no OneRoster that can be read is refused in words', () => {
  const files = school('1.1', 'all');
  it.each<[string, Files, RegExp]>([
    [
      'another version',
      {
        ...files,
        manifest: [
          ['propertyName', 'value'],
          ['oneroster.version', '1.0'],
        ],
      },
      /OneRoster 1\.0\. Oak Bell reads 1\.1 and 1\.2/,
    ],
    ['no version', { ...files, manifest: [['propertyName', 'value']] }, /does not say which version/],
    ['no manifest', { users: files.users! }, /no manifest\.csv/],
    ['no users', { ...files, users: undefined as unknown as Table }, /no users\.csv/],
    [
      'a column missing',
      {
        ...files,
        users: [
          ['sourcedId', 'givenName'],
          ['a', 'b'],
        ],
      },
      /users\.csv has no column familyName, role/,
    ],
    [
      'nobody in it',
      { ...files, users: [files.users![0]!], enrollments: [files.enrollments![0]!] },
      /no teacher and no learner/,
    ],
  ])('%s', (_, broken, words) => {
    expect(() => read(broken)).toThrow(RosterError);
    expect(() => read(broken)).toThrow(words);
  });
});
