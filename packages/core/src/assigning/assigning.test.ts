import { isWatched, isWorkOpen, shareOfAll, titleOf, type LessonMet } from './lessons.ts';
import { assignmentSentence, type Told } from './sentence.ts';

it('an assignment is called after its lessons', () => {
  expect(titleOf(['Tides'])).toBe('Tides');
  expect(titleOf(['Tides', 'Currents'])).toBe('Tides and Currents');
  expect(titleOf(['Tides', 'Currents', 'Winds'])).toBe('Tides and 2 more');
  expect(titleOf([])).toBe('');
});

describe('what was watched of several lessons', () => {
  it('counts by their length', () => {
    expect(
      shareOfAll([
        { length: 300, share: 1 },
        { length: 100, share: 0 },
      ]),
    ).toBe(0.75);
    expect(shareOfAll([])).toBe(0);
  });

  it('is enough once each of them was watched so far', () => {
    const both = (share: number) => [
      { length: 300, share: 1 },
      { length: 10, share },
    ];
    expect(isWatched(both(0.89), 90)).toBe(false);
    expect(isWatched(both(0.9), 90)).toBe(true);
    expect(isWatched([{ length: 3, share: 0.1 + 0.2 + 0.6 }], 90)).toBe(true);
  });

  it('is never enough of one that is not ready', () => {
    expect(isWatched([{ length: 0, share: 1 }], 50)).toBe(false);
    expect(isWatched([], 50)).toBe(false);
  });
});

describe('work that opens once its lessons were watched', () => {
  const one = (share: number, standing: LessonMet['standing'] = 'open') => ({ length: 100, share, standing });
  const opens = (...lessons: LessonMet[]) => isWorkOpen('once-watched', lessons, 90);

  it('waits until all that can be watched was', () => {
    expect(opens(one(0.95), one(0.5))).toBe(false);
    expect(opens(one(0.95), one(0.9))).toBe(true);
    expect(isWorkOpen('at-once', [one(0)], 90)).toBe(true);
  });

  it('waits for a lesson that is still to open, and for none that was taken away', () => {
    expect(opens(one(1), one(0, 'to-come'))).toBe(false);
    expect(opens(one(1), one(0, 'closed'), one(0, 'over'))).toBe(true);
    expect(opens(one(0, 'closed'))).toBe(true);
  });
});

describe('an assignment as a sentence', () => {
  const EMPTY: Told = {
    ...{ classes: [], lessons: [], handIn: false, answerLimitMs: null, makers: null, points: null, due: null },
    worksheet: false,
    ...{ workOpens: 'at-once', answersSeen: 'teacher', unit: null, day: null },
  };
  const text = (told: Partial<Told>) =>
    assignmentSentence({ ...EMPTY, ...told })
      .map((piece) => (piece.open ? `[${piece.text}]` : piece.text))
      .join(' ');

  it('shows what is still to be chosen', () => {
    expect(text({})).toBe('[A class] is to watch [a lesson] by [a day and a time]');
  });

  it('reads itself as it is filled in', () => {
    const told = { classes: [{ name: '10a', whom: '' }], lessons: ['Tides'], due: 'Friday at four' };
    expect(text(told)).toBe('10a is to watch “Tides” by Friday at four');
    expect(text({ ...told, handIn: true, points: 20 })).toBe(
      '10a is to watch “Tides” and to hand something in, for up to 20 points by Friday at four',
    );
    expect(text({ ...told, handIn: true, answerLimitMs: 90_000, workOpens: 'once-watched', points: 1 })).toBe(
      '10a is to watch “Tides” and, once that is watched, to answer aloud, up to 1:30, for up to 1 point by Friday at four',
    );
  });

  it('asks for a small lesson by one, or by two', () => {
    const told = { classes: [{ name: '10a', whom: '' }], lessons: ['Tides'], due: 'Friday' };
    const small = { ...told, handIn: true, answerLimitMs: 180_000 };
    expect(text({ ...small, makers: 1 })).toBe(
      '10a is to watch “Tides” and to make a small lesson, up to 3:00 by Friday',
    );
    expect(text({ ...small, makers: 2 })).toMatch(/ to make a small lesson, alone or in twos, up to 3:00 by Friday$/);
  });

  it('says where it stands on the class page, where that is said', () => {
    const told = { classes: [{ name: '10a', whom: '' }], lessons: ['Tides'], due: 'Friday' };
    expect(text({ ...told, unit: 'Springs' })).toMatch(/by Friday \(on the class page in “Springs”\)$/);
    expect(text({ ...told, unit: 'Springs', day: 'Tue, 3 Mar' })).toMatch(/ in “Springs” for Tue, 3 Mar\)$/);
    expect(text({ ...told, day: 'Tue, 3 Mar' })).toMatch(/\(on the class page for Tue, 3 Mar\)$/);
  });

  it('says who sees the answers, where there are any', () => {
    const told = {
      classes: [{ name: '10a', whom: '' }],
      lessons: ['Tides'],
      due: 'Friday',
      answersSeen: 'class',
    } as const;
    expect(text(told)).toMatch(/by Friday$/);
    expect(text({ ...told, handIn: true })).toMatch(/by Friday – the class sees the answers that you approve$/);
  });

  it('names several classes and lessons', () => {
    const classes = [
      { name: '10a', whom: 'all but Ann' },
      { name: '11a', whom: '' },
    ];
    expect(text({ classes, lessons: ['Tides', 'Currents'], due: 'Friday' })).toBe(
      '10a (all but Ann) and 11a are to watch “Tides” and “Currents” by Friday',
    );
  });
});
