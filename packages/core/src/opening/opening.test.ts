import { micros } from '../clock/index.ts';
import {
  endsAfterItBegins,
  frameCode,
  isNarrower,
  momentOfLink,
  readMoment,
  standingOf,
  turnsToCome,
  USUAL_OPENING,
  watchPath,
  type Opening,
} from './index.ts';

const opening = (change: Partial<Opening>): Opening => ({ ...USUAL_OPENING, ...change });

describe('how a lesson stands', () => {
  it.each<[string, Opening, string]>([
    ['it is open as it begins', USUAL_OPENING, 'open'],
    [
      'closed when it is for its makers alone, whatever its times',
      opening({ to: 'me', from: 0, until: 9000 }),
      'closed',
    ],
    ['to come before its first moment', opening({ from: 5001 }), 'to-come'],
    ['open from its first moment on', opening({ from: 5000 }), 'open'],
    ['open before its last', opening({ until: 5001 }), 'open'],
    ['over at its last', opening({ until: 5000 }), 'over'],
  ])('%s', (_, one, standing) => {
    expect(standingOf(one, 5000)).toBe(standing);
  });

  it('is narrower when anybody who could watch may not any more', () => {
    const narrower = (after: Partial<Opening>, before: Partial<Opening>) =>
      isNarrower(opening(after), opening(before), 5000);
    expect(narrower({ to: 'me' }, { to: 'school' })).toBe(true);
    expect(narrower({ to: 'assigned' }, { to: 'school' })).toBe(true);
    expect(narrower({ until: 4000 }, {})).toBe(true);
    expect(narrower({ from: 6000 }, {})).toBe(true);
    expect(narrower({ to: 'school' }, { to: 'assigned' })).toBe(false);
    expect(narrower({ to: 'me' }, { until: 4000 })).toBe(false);
    expect(narrower({ until: 6000 }, {})).toBe(true);
    expect(narrower({ until: 7000 }, { until: 6000 })).toBe(false);
  });

  it('turns by itself at the moments that are still to come', () => {
    expect(turnsToCome(opening({ from: 4000, until: 9000 }), 5000)).toEqual([9000]);
    expect(turnsToCome(opening({ from: 6000, until: 9000 }), 5000)).toEqual([6000, 9000]);
    expect(turnsToCome(opening({ to: 'me', until: 9000 }), 5000)).toEqual([]);
  });

  it('cannot end before it begins', () => {
    expect(endsAfterItBegins(opening({ from: 2, until: 2 }))).toBe(false);
    expect(endsAfterItBegins(opening({ from: 2, until: 3 }))).toBe(true);
    expect(endsAfterItBegins(opening({ until: 3 }))).toBe(true);
  });
});

describe('a link to a moment', () => {
  it.each([
    ['83', 83],
    ['83.5', 83],
    ['1:23', 83],
    ['1:02:03', 3723],
    ['0', 0],
    [' 12 ', 12],
  ])('%s', (text, seconds) => {
    expect(readMoment(text)).toBe(seconds * 1e6);
  });
  it.each(['', '-5', '1e9', '999999', 'a:b', '1:2:3:4'])('“%s” is none', (text) => {
    expect(readMoment(text)).toBeNull();
    expect(momentOfLink(new URLSearchParams({ t: text }))).toBe(0);
  });

  it('is read again as it was written', () => {
    const link = new URL(watchPath('an-id', micros(83_900_000)), 'https://oak.example');
    expect(momentOfLink(link.searchParams)).toBe(83e6);
    expect(watchPath('an-id', micros(900_000))).toBe('/watch/an-id');
  });
});

describe('a frame for another page', () => {
  it('holds what a title says as text', () => {
    const code = frameCode({
      address: 'https://oak.example/frame/1?a=1&b=2',
      title: 'Tides "<script>" & streams',
      size: { width: 960, height: 660 },
    });
    expect(code).toContain('src="https://oak.example/frame/1?a=1&amp;b=2"');
    expect(code).toContain('title="Tides &quot;&lt;script&gt;&quot; &amp; streams"');
    expect(code).toContain('width="960" height="660"');
  });

  it('flows with the page it stands in', () => {
    const code = frameCode({ address: 'https://oak.example/frame/1', title: 'Tides', size: 'flowing' });
    expect(code).toContain('width:100%;aspect-ratio:');
    expect(code).not.toContain(' width="');
  });
});
