import { marked, MOST_MARKS, wantsMailOfSignIns } from './browsers.ts';

const secret = 'a word that is long enough to sign with';

describe('what a browser keeps of who signed in there', () => {
  it('knows a person again, and nobody else', () => {
    const first = marked({ secret, id: 'ilse' }, '');
    expect(first.isKnown).toBe(false);
    expect(marked({ secret, id: 'ilse' }, first.kept).isKnown).toBe(true);
    expect(marked({ secret, id: 'jon' }, first.kept).isKnown).toBe(false);
    expect(marked({ secret: `${secret}.`, id: 'ilse' }, first.kept).isKnown).toBe(false);
  });
  it('holds a class that shares it, and forgets who came longest ago', () => {
    const ids = Array.from({ length: MOST_MARKS + 1 }, (_, i) => `${i}`);
    const kept = ids.reduce((before, id) => marked({ secret, id }, before).kept, '');
    expect(ids.map((id) => marked({ secret, id }, kept).isKnown)).toEqual(ids.map((_, i) => i > 0));
  });
  it('takes whatever somebody put there', () => {
    expect(marked({ secret, id: 'ilse' }, '...;x=1').isKnown).toBe(false);
  });
});

describe('a mail of sign-ins', () => {
  it('is for staff, and for whoever wants it', () => {
    expect(wantsMailOfSignIns({ role: 'teacher', mailOfSignIns: null })).toBe(true);
    expect(wantsMailOfSignIns({ role: 'learner', mailOfSignIns: null })).toBe(false);
    expect(wantsMailOfSignIns({ role: 'learner', mailOfSignIns: true })).toBe(true);
    expect(wantsMailOfSignIns({ role: 'keeper', mailOfSignIns: false })).toBe(false);
  });
});
