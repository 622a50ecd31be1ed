import { micros } from '../clock/index.ts';
import { statementsOf, type Viewing } from './index.ts';

const range = (start: number, end: number) => ({ start: micros(start * 1e6), end: micros(end * 1e6) });
const VIEWING: Viewing = {
  ...{ visitId: 'v', learnerId: 'l', lessonId: 'k', title: 'Tides', length: micros(60e6) },
  ...{ startedAt: '2026-03-02T08:00:00.000Z', lastAt: '2026-03-02T08:01:00.000Z', reports: 3, isCompleted: false },
  plays: [range(0, 10), range(10, 12.5), range(5, 7), range(30.12345, 40)],
};
const WAYS = { home: 'https://oak.example', threshold: 0.9, idOf: (words: string) => `id of ${words}` };
const VIDEO = 'https://w3id.org/xapi/video';

describe('what was watched as statements', () => {
  it('says that a visit began and what of it was played, each second of progress once', () => {
    const [begun, paused, ...more] = statementsOf(VIEWING, WAYS);
    expect(more).toEqual([]);
    expect(begun).toMatchObject({
      ...{ id: 'id of initialized v', timestamp: VIEWING.startedAt },
      actor: { account: { homePage: 'https://oak.example', name: 'l' } },
      object: { id: 'https://oak.example/watch/k', definition: { type: `${VIDEO}/activity-type/video` } },
      context: { extensions: { [`${VIDEO}/extensions/length`]: 60, [`${VIDEO}/extensions/session-id`]: 'v' } },
    });
    expect(paused).toMatchObject({
      ...{ id: 'id of paused v 3', timestamp: VIEWING.lastAt, verb: { id: `${VIDEO}/verbs/paused` } },
      result: {
        extensions: {
          [`${VIDEO}/extensions/played-segments`]: '0[.]12.5[,]5[.]7[,]30.123[.]40',
          [`${VIDEO}/extensions/progress`]: 0.373,
          [`${VIDEO}/extensions/time`]: 40,
        },
      },
    });
  });
  it('names nobody but where it is told to those who know them', () => {
    expect(JSON.stringify(statementsOf(VIEWING, WAYS))).not.toContain('Tam');
    const [named] = statementsOf({ ...VIEWING, learnerName: 'Tam Oriel' }, WAYS);
    expect(named!.actor).toMatchObject({ name: 'Tam Oriel' });
  });
  it('says that a lesson was watched under one name, whichever visit did it; of nothing played it says nothing', () => {
    const completed = statementsOf({ ...VIEWING, isCompleted: true }, WAYS).at(-1)!;
    expect(completed).toMatchObject({ id: 'id of completed l k', result: { completion: true } });
    expect(statementsOf({ ...VIEWING, plays: [] }, WAYS)).toHaveLength(1);
  });
});
