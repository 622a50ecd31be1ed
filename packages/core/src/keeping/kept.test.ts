import { isKeptFile, keptAnswer, keptFile, KEPT_PAGE, leftOver, wayOf } from './index.ts';

const ID = '0f8fad5b-d9cb-469f-a165-70867728950e';

describe('what is kept answers', () => {
  it('files under whatever address they are asked for, first of all', () => {
    const way = wayOf(`/api/media/claims/signature/editions/${ID}/voice.webm`, false);
    expect(way).toEqual({ from: 'first', path: keptFile(`editions/${ID}/voice.webm`) });
    expect(isKeptFile(way!.path)).toBe(true);
    expect(wayOf('/assets/index-ab12.js', false)).toEqual({ from: 'first', path: '/assets/index-ab12.js' });
  });
  it('who is here, what is on the desk and editions only where nobody else does', () => {
    for (const path of ['/api/session', '/api/desk', `/api/desk/${ID}`, `/api/editions/${ID}`])
      expect(wayOf(path, false)).toEqual({ from: 'instead', path: keptAnswer(path) });
  });
  it('pages of the application with its one page', () => {
    for (const path of ['/', `/desk/${ID}`, '/sign-in'])
      expect(wayOf(path, true)).toEqual({ from: 'instead', path: KEPT_PAGE });
  });
  it('nothing else: no other part of the server, no frame, no other address of a page', () => {
    for (const [path, isPage] of [
      ['/api/own-news', false],
      [`/api/desk/${ID}/more`, false],
      ['/api/media/claims', false],
      [`/frame/${ID}`, true],
      ['/api/saml/sign-in', true],
      ['/health/ready', true],
      ['/desk', false],
    ] as const)
      expect(wayOf(path, isPage)).toBeNull();
  });
});

it('a file that two pieces of work need goes with the last of them', () => {
  const shared = { files: ['/kept/files/a', '/kept/files/b'] };
  expect(leftOver(['/kept/files/a', '/kept/files/b', '/kept/files/c'], [shared])).toEqual(['/kept/files/c']);
  expect(leftOver(['/kept/files/a'], [])).toEqual(['/kept/files/a']);
});
