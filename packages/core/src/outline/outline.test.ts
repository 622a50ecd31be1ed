import { linesOf, orderWith, sectionsOf, targetAt, targetOfStep, isNew, type Placed } from './index.ts';

const units = [
  { id: 'tides', name: 'Tides' },
  { id: 'bearings', name: 'Bearings' },
];
const item = (id: string, unitId: string | null, day: string | null, place = 0): Placed => ({ id, unitId, day, place });
const outline = {
  units,
  topics: [{ day: '2026-03-05', unitId: 'tides', topic: 'Springs and neaps' }],
  items: [
    item('late', 'tides', '2026-03-12'),
    item('second', 'tides', '2026-03-05', 2),
    item('first', 'tides', '2026-03-05', 1),
    item('any', 'tides', null),
    item('loose', null, null),
  ],
};
/** The page as it is read: headings in brackets. */
const read = (of: typeof outline): string =>
  linesOf(sectionsOf(of))
    .map((line) =>
      line.kind === 'item'
        ? line.item.id
        : line.kind === 'unit'
          ? `[${line.unit?.name ?? 'outside'}]`
          : `[${line.day} ${line.topic}]`,
    )
    .join(' ');

describe('a class page', () => {
  it('goes by units, then by days, then by places; what is for no day stands first in its unit', () => {
    expect(read(outline)).toBe(
      '[Tides] any [2026-03-05 Springs and neaps] first second [2026-03-12 ] late [Bearings] [outside] loose',
    );
  });

  it('has a day for which nothing was given yet, where its topic is said', () => {
    expect(read({ ...outline, items: [] })).toBe('[Tides] [2026-03-05 Springs and neaps] [Bearings]');
  });

  it('keeps what stood in a unit that is gone', () => {
    expect(read({ ...outline, units: [], topics: [], items: [item('one', 'gone', null)] })).toBe('one');
  });

  it('is empty where there is nothing', () => {
    expect(read({ units: [], topics: [], items: [] })).toBe('');
  });
});

describe('moving an item', () => {
  const lines = linesOf(sectionsOf(outline));
  it('puts it before what it is dropped on, in that unit and day', () => {
    expect(targetAt(lines, 'loose', 3)).toEqual({ unitId: 'tides', day: '2026-03-05', before: 'first' });
    expect(targetAt(lines, 'any', 4)).toEqual({ unitId: 'tides', day: '2026-03-05', before: null });
  });
  it('goes a step up and down, over the headings', () => {
    expect(targetOfStep(lines, 'second', -1)).toEqual({ unitId: 'tides', day: '2026-03-05', before: 'first' });
    expect(targetOfStep(lines, 'first', -1)).toEqual({ unitId: 'tides', day: null, before: null });
    expect(targetOfStep(lines, 'late', 1)).toEqual({ unitId: 'bearings', day: null, before: null });
    expect(targetOfStep(lines, 'loose', -1)).toEqual({ unitId: 'bearings', day: null, before: null });
  });
  it('stays where it is at both ends, and where it is not there', () => {
    expect(targetOfStep(lines, 'any', -1)).toBeNull();
    expect(targetOfStep(lines, 'loose', 1)).toBeNull();
    expect(targetAt(lines, 'nobody', 1)).toBeNull();
    expect(targetAt(lines, 'any', 1)).toBeNull();
  });
  it('puts every item where its line is then: whatever is moved wherever', () => {
    const items = ['a', 'b', 'c', 'd'].map((id, i) => item(id, i < 2 ? 'tides' : null, i % 2 ? '2026-03-05' : null, i));
    const all = linesOf(sectionsOf({ units, topics: [], items }));
    for (const { id } of items)
      for (let to = 0; to < all.length; to += 1) {
        const target = targetAt(all, id, to);
        if (!target) continue;
        const group = all.flatMap((line) =>
          line.kind === 'item' && line.item.unitId === target.unitId && line.item.day === target.day
            ? line.item.id
            : [],
        );
        const order = orderWith(group, id, target.before);
        const moved = items.map((one) => {
          const place = order.indexOf(one.id);
          return place < 0 ? one : { ...one, unitId: target.unitId, day: target.day, place };
        });
        const after = linesOf(sectionsOf({ units, topics: [], items: moved }));
        const at = after.findIndex((line) => line.kind === 'item' && line.item.id === id);
        const next = after[at + 1];
        expect(next?.kind === 'item' ? next.item.id : null).toBe(target.before);
      }
  });
  it('comes last where what it was to come before is gone', () => {
    expect(orderWith(['a', 'b'], 'a', 'gone')).toEqual(['b', 'a']);
    expect(orderWith([], 'a', null)).toEqual(['a']);
  });
});

it('is new for a week, until it is begun', () => {
  const givenAt = Date.UTC(2026, 2, 5);
  expect(isNew({ givenAt, begun: false }, givenAt + 6 * 86_400_000)).toBe(true);
  expect(isNew({ givenAt, begun: false }, givenAt + 7 * 86_400_000)).toBe(false);
  expect(isNew({ givenAt, begun: true }, givenAt)).toBe(false);
});
