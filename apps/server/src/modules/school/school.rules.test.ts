import { mayComeFrom, schoolFaults, USUAL_DAYS } from './school.rules.ts';

const SCHOOL = {
  name: 'Skerry Quay',
  timeZone: 'Europe/Berlin',
  days: USUAL_DAYS,
  ...{ holidays: [], mailDomains: [], frameHosts: [] },
};
const autumn = (from: string, to: string) => ({ ...SCHOOL, holidays: [{ name: 'Autumn', from, to }] });

describe('what is said of a school', () => {
  it('is taken as it is when it can be so', () => {
    expect(schoolFaults(autumn('2026-10-12', '2026-10-23'))).toEqual({});
    expect(schoolFaults(autumn('2028-02-29', '2028-02-29'))).toEqual({});
  });
  it('names a time zone that is known', () => {
    expect(schoolFaults({ ...SCHOOL, timeZone: 'Europe/Nowhere' })).toHaveProperty('timeZone');
    expect(schoolFaults({ ...SCHOOL, timeZone: '' })).toHaveProperty('timeZone');
  });
  it('names domains as they stand behind an address', () => {
    for (const domain of ['School.example', 'school', '@school.example', 'a b.example'])
      expect(schoolFaults({ ...SCHOOL, mailDomains: ['school.example', domain] })).toHaveProperty('mailDomains');
  });
  it('lets in who has an address there, and everybody where none is named', () => {
    const school = ['school.example', 'sub.other.example'];
    expect(['a@school.example', 'a@sub.other.example'].every((mail) => mayComeFrom(school, mail))).toBe(true);
    for (const mail of ['a@other.example', 'a@notschool.example', 'school.example@x.example', null])
      expect([mail, mayComeFrom(school, mail)]).toEqual([mail, false]);
    expect([mayComeFrom([], 'a@b.example'), mayComeFrom([], null)]).toEqual([true, true]);
  });
  it('has a day of the week at least', () => expect(schoolFaults({ ...SCHOOL, days: [] })).toHaveProperty('days'));
  it.each([
    ['2026-02-29', '2026-03-01', 'from'],
    ['tomorrow', '2026-03-01', 'from'],
    ['2026-03-02', '2026-03-01', 'to'],
  ])('has no holidays from %s to %s', (from, to, field) =>
    expect(schoolFaults(autumn(from, to))).toHaveProperty([`holidays.0.${field}`]),
  );
});
