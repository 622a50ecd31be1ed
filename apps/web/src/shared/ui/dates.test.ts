import { dayDistance, dayOf, dayText, dueText, setSchoolZone, whenText } from './dates.ts';

it('days are counted by the calendar, not by hours', () => {
  const now = new Date(2026, 2, 5, 23, 50);
  const at = (day: number, hour: number) => new Date(2026, 2, day, hour).toISOString();
  expect(dayDistance(at(5, 1), now)).toBe('today');
  expect(dayDistance(at(6, 0), now)).toBe('tomorrow');
  expect(dayDistance(at(9, 12), now)).toBe('in 4 days');
  expect(dayDistance(at(4, 23), now)).toBe('yesterday');
  expect(dayDistance(at(1, 0), now)).toBe('4 days ago');
});
it('something due is told as due before its moment, and as overdue after it', () => {
  const due = new Date(2026, 2, 5, 16).toISOString();
  const at = (day: number, hour: number, minute = 0) => dueText(due, new Date(2026, 2, day, hour, minute));
  expect(at(5, 15)).toMatch(/^due today, /);
  expect(at(4, 9)).toMatch(/^due tomorrow, /);
  expect(at(5, 16, 5)).toMatch(/^was due just now, /);
  expect(at(5, 17, 30)).toMatch(/^was due an hour ago, /);
  expect(at(5, 20)).toMatch(/^was due 4 hours ago, /);
  expect(at(7, 9)).toMatch(/^was due 2 days ago, /);
});

it('is told in the time of the school, with the year where it is another one', () => {
  setSchoolZone('America/Halifax');
  const now = new Date('2026-03-05T02:30:00Z');
  expect(whenText('2026-03-05T20:00:00Z', now)).toMatch(/Thu,? 5 Mar, 16:00/);
  expect(whenText('2020-03-05T20:00:00Z', now)).toMatch(/5 Mar 2020, 16:00/);
  // It is still the day before there.
  expect(dayDistance('2026-03-05T20:00:00Z', now)).toBe('tomorrow');
});

it('a day of the calendar is read as it is written, whatever the zone', () => {
  const now = new Date('2026-03-05T23:30:00Z');
  for (const zone of ['Pacific/Auckland', 'America/Los_Angeles', 'UTC']) {
    setSchoolZone(zone);
    expect(dayText('2026-03-09', now)).toBe('Mon 9 Mar');
    expect(dayText('2031-03-04', now)).toBe('Tue, 4 Mar 2031');
  }
  setSchoolZone('Pacific/Auckland');
  expect(dayOf(now)).toBe('2026-03-06');
});
