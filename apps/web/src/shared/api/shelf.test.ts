import { Shelf } from './shelf.ts';

function storage(full = false): Storage {
  const there = new Map<string, string>();
  return {
    getItem: (name: string) => there.get(name) ?? null,
    setItem: (name: string, text: string) => {
      if (full) throw new DOMException('full', 'QuotaExceededError');
      there.set(name, text);
    },
    removeItem: (name: string) => void there.delete(name),
    key: (i: number) => [...there.keys()][i] ?? null,
    get length() {
      return there.size;
    },
  } as Storage;
}
const REFUSED = (): Storage => {
  throw new DOMException('no', 'SecurityError');
};

describe('what a browser keeps', () => {
  it('is there for the next page', () => {
    const kept = storage();
    expect(new Shelf(() => kept).write('speed', '1.5')).toBe(true);
    const next = new Shelf(() => kept);
    expect([next.read('speed'), next.names()]).toEqual(['1.5', ['speed']]);
    next.remove('speed');
    expect([next.read('speed'), next.names()]).toEqual([null, []]);
  });

  it('is read as JSON, and is nothing where it is none', () => {
    const kept = storage();
    const shelf = new Shelf(() => kept);
    shelf.write('pens', '{"dark":5}');
    shelf.write('torn', '{"dark');
    expect([shelf.readJson('pens'), shelf.readJson('torn'), shelf.readJson('other')]).toEqual([
      { dark: 5 },
      null,
      null,
    ]);
  });

  it.each([
    ['of a full disk', () => storage(true)],
    ['that it refuses us', REFUSED],
  ])('%s stays until the page is left, and says so', (_, of) => {
    const shelf = new Shelf(of);
    expect(shelf.write('speed', '1.5')).toBe(false);
    expect([shelf.read('speed'), shelf.names()]).toEqual(['1.5', ['speed']]);
    shelf.remove('speed');
    expect([shelf.read('speed'), shelf.read('other'), shelf.names()]).toEqual([null, null, []]);
  });
});
