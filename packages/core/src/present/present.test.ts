import { present } from './index.ts';

it('what is there is given back, nothing and falsehood among it; what is not there is said', () => {
  for (const value of [0, '', false, [], 'x']) expect(present(value)).toBe(value);
  for (const nothing of [null, undefined]) expect(() => present(nothing)).toThrow('must be there');
});
