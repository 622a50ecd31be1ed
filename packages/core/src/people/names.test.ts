import { LONGEST_NAME, MOST_NAMES, namesFault, namesIn, twinsAmong } from './names.ts';

describe('names that are pasted', () => {
  it('stand one on a line, however the lines end', () =>
    expect(namesIn('Tam Oriel\r\nWren Calloway\n\n\rNoor Haddow')).toEqual([
      'Tam Oriel',
      'Wren Calloway',
      'Noor Haddow',
    ]));
  it('are turned round where the family name comes first', () =>
    expect(namesIn('Oriel, Tam\nvan der Berg,  Noor ')).toEqual(['Tam Oriel', 'Noor van der Berg']));
  it('lose numbers and bullets of the list they come from, and no letter of their own', () =>
    expect(namesIn('1. Tam\n12) Wren\n- Noor\n• Kit\nJean-Luc\n3rd Earl')).toEqual([
      'Tam',
      'Wren',
      'Noor',
      'Kit',
      'Jean-Luc',
      '3rd Earl',
    ]));
  it('come out of a table as what stood in its row', () => expect(namesIn('Tam\tOriel')).toEqual(['Tam Oriel']));
  it('are none where there are none', () => expect(namesIn(' \n\t\n,')).toEqual([]));
  it('are refused when they are too many or too long', () => {
    expect(namesFault(['Tam'])).toBeNull();
    expect(namesFault(Array<string>(MOST_NAMES + 1).fill('Tam'))).toMatch(/at once at most/);
    expect(namesFault(['x'.repeat(LONGEST_NAME + 1)])).toMatch(/longer than/);
  });
  it('are told of when somebody is called that already, here or further up', () =>
    expect(twinsAmong(['Tam Oriel', 'Kit', 'kit', 'Noor'], ['TAM oriel', 'Wren'])).toEqual(['Tam Oriel', 'kit']));
});
