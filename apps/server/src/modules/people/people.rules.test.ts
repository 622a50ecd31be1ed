import { comparableName, mayTrySignIn } from './people.rules.ts';

describe('signing in', () => {
  it('waits after eight failures for one name, or sixty from one address', () => {
    expect(mayTrySignIn({ forName: 7, forAddress: 59 })).toBe(true);
    expect(mayTrySignIn({ forName: 8, forAddress: 8 })).toBe(false);
    expect(mayTrySignIn({ forName: 0, forAddress: 60 })).toBe(false);
  });
  it('does not mind capitals or stray spaces in a name', () => {
    expect(comparableName('  Ilse.Marrow ')).toBe('ilse.marrow');
  });
});
