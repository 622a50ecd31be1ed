import { listed, plainWhom, whoHas, WHOLE_CLASS, whomWords, type Whom } from './whom.ts';

const members = {
  learners: ['Ann', 'Bo', 'Cleo', 'Dina'].map((name) => ({ id: name.toLowerCase(), name })),
  groups: [
    { id: 'early', name: 'Early', members: ['ann', 'bo', 'gone'] },
    { id: 'late', name: 'Late', members: ['dina'] },
  ],
};
const whom = (some: Partial<Whom>): Whom => ({ ...WHOLE_CLASS, all: false, ...some });

describe('who has an assignment', () => {
  it('is all of the class, or all but those left out', () => {
    expect(whoHas(WHOLE_CLASS, members)).toEqual(['ann', 'bo', 'cleo', 'dina']);
    expect(whoHas({ ...WHOLE_CLASS, but: ['bo'] }, members)).toEqual(['ann', 'cleo', 'dina']);
  });

  it('is whoever is named, by groups and one by one, while they learn in the class', () => {
    expect(whoHas(whom({ groups: ['early'], learners: ['dina', 'elsewhere'] }), members)).toEqual([
      'ann',
      'bo',
      'dina',
    ]);
    expect(whoHas(whom({ groups: ['early'], but: ['bo'] }), members)).toEqual(['ann']);
    expect(whoHas(whom({}), members)).toEqual([]);
  });

  it('is kept without what says nothing', () => {
    expect(plainWhom({ all: true, groups: ['early'], learners: ['ann'], but: ['bo', 'bo'] })).toEqual({
      ...WHOLE_CLASS,
      but: ['bo'],
    });
    expect(plainWhom(whom({ groups: ['early', 'early'], learners: ['ann', 'bo'], but: ['bo'] }))).toEqual(
      whom({ groups: ['early'], learners: ['ann'], but: ['bo'] }),
    );
  });

  it('is said in words', () => {
    expect(whomWords(WHOLE_CLASS, members)).toBe('');
    expect(whomWords({ ...WHOLE_CLASS, but: ['bo', 'ann'] }, members)).toBe('all but Ann and Bo');
    expect(whomWords(whom({ groups: ['late'], learners: ['ann'] }), members)).toBe('Late and Ann');
    expect(whomWords(whom({ groups: ['early'], but: ['bo'] }), members)).toBe('Early, without Bo');
    expect(whomWords(whom({}), members)).toBe('nobody yet');
  });
});

it('many names are counted', () => {
  expect(listed(['A', 'B', 'C'])).toBe('A, B and C');
  expect(listed(['A', 'B', 'C', 'D', 'E'])).toBe('A, B and 3 more');
});
