import { comesFromHere } from './index.ts';

describe('a request that changes something', () => {
  const host = 'school.example:4310';
  it('is taken from our own pages and from programs', () => {
    expect(comesFromHere({ host })).toBe(true);
    expect(comesFromHere({ host, site: 'same-origin', origin: 'https://school.example:4310' })).toBe(true);
  });
  it.each([{ site: 'cross-site' }, { site: 'same-site' }, { origin: 'https://elsewhere.example' }, { origin: 'null' }])(
    'is refused with %p',
    (headers) => {
      expect(comesFromHere({ host, ...headers })).toBe(false);
    },
  );
});
