import { comparableName } from '@oakbell/core/people';
import { passwordFault } from './people.rules.ts';
import { isWellKnown } from './wellKnown.ts';

describe('a sign-in name', () => {
  it.each(['ilse.marrow', ' Ilse.Marrow ', 'ILSE.MARROW', 'ｉｌｓｅ.ｍａｒｒｏｗ'])('%p is one name', (typed) => {
    expect(comparableName(typed)).toBe('ilse.marrow');
  });
  it('with another letter is another name', () => {
    expect(comparableName('ílse.marrow')).not.toBe('ilse.marrow');
  });
});

describe('a new password', () => {
  const faultOf = (password: string) => passwordFault({ password, signInName: 'tam.oriel', isWellKnown });
  it.each([
    ['short', 'too-short'],
    ['my tam.oriel pass', 'like-name'],
    ['Password123', 'well-known'],
    ['1234567890', 'well-known'],
    ['aaaaaaaaaaaa', 'well-known'],
    ['qwertyuiop', 'well-known'],
  ])('%p is refused: %s', (password, fault) => {
    expect(faultOf(password)).toBe(fault);
  });
  it.each(['harbour-light', 'three gulls on a mast', 'Ebbe und Flut 7'])('%p may be used', (password) => {
    expect(faultOf(password)).toBeNull();
  });
});
