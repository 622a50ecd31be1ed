import type { Api } from '../../shared/api/index.ts';
import { isDone, standingOfWork } from './standing.ts';

const now = new Date('2026-03-05T12:00:00Z');
const item = (work: object, givenAt = '2026-03-04T12:00:00Z') =>
  ({ givenAt, work: { state: 'to-do', share: 0, dueAt: '2026-03-06T12:00:00Z', ...work } }) as Api['OwnPageItemDto'];

describe('how something stands before a learner', () => {
  it.each([
    ['new while it is not begun', item({}), 'new', 'New, due tomorrow'],
    ['due once it is begun', item({ share: 0.2 }), 'due', 'due tomorrow'],
    ['due once it is old', item({}, '2026-02-01T12:00:00Z'), 'due', 'due tomorrow'],
    ['late when its moment has passed', item({ dueAt: '2026-03-03T12:00:00Z' }), 'late', 'was due 2 days ago'],
    ['done when it was watched', item({ state: 'finished' }), 'done', 'Done'],
    ['done when it was handed in', item({ state: 'handed-in' }), 'done', 'Handed in'],
    ['feedback when it came back', item({ state: 'feedback' }), 'feedback', 'Feedback to hear'],
  ])('%s', (_, one, kind, words) => {
    expect(standingOfWork(one, now)).toEqual({ kind, words });
  });

  it('is done unless something is to do', () => {
    expect(isDone(item({}))).toBe(false);
    expect(isDone(item({ state: 'handed-in' }))).toBe(true);
  });
});
