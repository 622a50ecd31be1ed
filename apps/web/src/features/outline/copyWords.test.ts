import { planText } from './copyWords.ts';

it('tells what is copied, and nothing of what there is none of', () => {
  expect(planText({ units: 3, topics: 1 }, 12)).toBe('12 things, 3 units and 1 topic');
  expect(planText({ units: 0, topics: 0 }, 1)).toBe('1 thing');
  expect(planText({ units: 1, topics: 0 }, 0)).toBe('1 unit');
});
