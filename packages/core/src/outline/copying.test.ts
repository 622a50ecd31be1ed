import { plannedCopies, type ToCopy } from './index.ts';

const into = {
  move: { from: '2026-09-07', onto: '2027-01-11', daysOff: [{ from: '2027-01-18', to: '2027-01-22' }] },
  last: '2027-02-05',
  today: '2027-01-13',
};
const one = (change: Partial<ToCopy>): ToCopy => ({
  ...{ id: 'a', day: null, dueDay: '2026-09-10', forAll: true, usable: true },
  ...change,
});
const plan = (change: Partial<ToCopy>) => plannedCopies([one(change)], into)[0];

describe('what copying makes of something', () => {
  it('moves its day and when it is due by weekday, over days off', () => {
    expect(plan({ day: '2026-09-14', dueDay: '2026-09-17' })).toEqual({
      ...{ id: 'a', day: '2027-01-25', dueDay: '2027-01-28', notes: [], can: true, usual: true },
    });
  });
  it('says what would be due in the past, and leaves that out', () => {
    expect(plan({ dueDay: '2026-09-08' })).toMatchObject({ notes: ['past'], can: false, usual: false });
    expect(plan({ dueDay: '2026-09-09' })).toMatchObject({ notes: [], usual: true });
  });
  it('says what would be due after the term, and takes it along', () => {
    expect(plan({ dueDay: '2026-10-01' })).toMatchObject({ notes: ['after-term'], can: true, usual: true });
  });
  it('leaves out what cannot be given, and what only some had unless it is asked for', () => {
    expect(plan({ usable: false })).toMatchObject({ notes: ['not-usable'], can: false });
    expect(plan({ forAll: false })).toMatchObject({ notes: ['was-for-some'], can: true, usual: false });
  });
  it('says where there is no such day', () => {
    expect(plan({ dueDay: '2040-01-01' })).toMatchObject({ dueDay: null, notes: ['no-day'], can: false });
  });
  it('knows no end of a term where there is none', () => {
    expect(plannedCopies([one({ dueDay: '2026-12-31' })], { ...into, last: null })[0]?.notes).toEqual([]);
  });
});
