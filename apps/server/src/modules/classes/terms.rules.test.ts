import { termFaults } from './terms.rules.ts';

const autumn = { name: 'Autumn', from: '2026-09-01', to: '2026-12-18' };

describe('a term', () => {
  it('has a name and two days, the second not before the first', () => {
    expect(termFaults([autumn, { ...autumn, to: autumn.from }])).toEqual({});
  });
  it.each([
    [{ ...autumn, name: '  ' }, 'terms.0.name'],
    [{ ...autumn, from: '2026-02-30' }, 'terms.0.from'],
    [{ ...autumn, to: 'soon' }, 'terms.0.from'],
    [{ ...autumn, to: '2026-08-31' }, 'terms.0.to'],
  ])('that is %j is told at its field', (term, field) => {
    expect(Object.keys(termFaults([term]))).toEqual([field]);
  });
});
