import { signMarks, similarTo, type GivenSign } from './index.ts';

const s = (seconds: number): number => seconds * 1e6;

describe('questions that somebody who is about to ask may mean', () => {
  const known = [
    { id: 'why', at: s(200), text: 'Why is the third hour the steepest?' },
    { id: 'near', at: s(42), text: 'What does the small arrow say?' },
    { id: 'spoken', at: s(50), text: '' },
    { id: 'gone', at: null, text: 'How do I read the tide table?' },
    { id: 'far', at: s(400), text: 'Can we have this as a picture?' },
  ];
  const ids = (at: number, text: string) => similarTo({ at, text }, known, 3).map(({ id }) => id);

  it('stand at the same moment, the nearest first, while nothing is typed', () => {
    expect(ids(s(45), '')).toEqual(['near', 'spoken']);
    expect(ids(s(300), '')).toEqual([]);
  });
  it('ask alike, wherever they stand, and also where their moment is gone', () => {
    expect(ids(s(300), 'why is it steepest in the THIRD hour')).toEqual(['why']);
    expect(ids(s(300), 'reading a tide table')).toEqual(['gone']);
  });
  it('are told by what is alike before what is near, and no more than are asked for', () => {
    expect(ids(s(45), 'Why is the third hour so steep?')).toEqual(['why', 'near', 'spoken']);
    expect(similarTo({ at: s(45), text: '' }, known, 1)).toHaveLength(1);
  });
  it('are not those that share but short words', () => {
    expect(ids(s(300), 'is it so?')).toEqual([]);
  });
});

describe('signs on the time axis', () => {
  const sign = (by: string, at: number, kind: GivenSign['kind'] = 'again'): GivenSign => ({ by, at: s(at), kind });
  it('are one mark where several say the same within ten seconds, and count each learner once', () => {
    expect(signMarks([sign('a', 30), sign('b', 36), sign('a', 34), sign('c', 41)])).toEqual([
      { kind: 'again', at: s(34), learners: 2 },
      { kind: 'again', at: s(41), learners: 1 },
    ]);
  });
  it('stay apart by kind, and stand in the order of time', () => {
    expect(signMarks([sign('a', 30, 'fast'), sign('a', 29, 'clear')]).map(({ kind }) => kind)).toEqual([
      'clear',
      'fast',
    ]);
    expect(signMarks([])).toEqual([]);
  });
});
