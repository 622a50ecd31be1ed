import { ownPath } from './limits.ts';

it('whoever signs in goes on at a path of our own, and nowhere else', () => {
  for (const path of ['/', '/desk?day=1', '/lessons/a-b/polish', '/people?words=a%20b'])
    expect(ownPath(path)).toBe(path);
  for (const path of [
    '',
    null,
    undefined,
    'desk',
    '//elsewhere.example',
    '/\\elsewhere',
    'https://elsewhere.example',
    '/a b',
    '/a#b',
  ])
    expect(ownPath(path)).toBe('/');
});
