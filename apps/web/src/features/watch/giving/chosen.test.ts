import { sizeText } from '../../../shared/ui/sizes.ts';
import { moved, turned, withFiles, type Chosen } from './chosen.ts';

const file = (name: string) => new File(['a'], name, { type: 'image/jpeg' });
const names = (chosen: readonly Chosen[]) => chosen.map((one) => one.file.name);

describe('what is to be handed in', () => {
  it('comes in the order people count, behind what was chosen before', () => {
    const first = withFiles([], [file('page 10.jpg'), file('page 2.jpg')]);
    expect(names(withFiles(first, [file('a.jpg')]))).toEqual(['page 2.jpg', 'page 10.jpg', 'a.jpg']);
  });
  it('is put in another order by hand, and not beyond its ends', () => {
    const chosen = withFiles([], ['1', '2', '3'].map(file));
    expect(names(moved(chosen, chosen[2]!.id, -1))).toEqual(['1', '3', '2']);
    expect(names(moved(chosen, chosen[0]!.id, -1))).toEqual(['1', '2', '3']);
    expect(names(moved(chosen, chosen[2]!.id, 1))).toEqual(['1', '2', '3']);
    expect(moved(chosen, 'none', 1)).toBe(chosen);
  });
  it('is turned a quarter at a time, all the way round', () => {
    let chosen = withFiles([], ['1', '2'].map(file));
    const { id } = chosen[1]!;
    const seen = Array.from({ length: 4 }, () => (chosen = turned(chosen, id)).map((one) => one.turns));
    expect(seen).toEqual([
      [0, 1],
      [0, 2],
      [0, 3],
      [0, 0],
    ]);
  });
  it('tells its size as people read it', () => {
    expect([sizeText(1), sizeText(12_400), sizeText(3_240_000)]).toEqual(['1 kB', '12 kB', '3.2 MB']);
  });
});
