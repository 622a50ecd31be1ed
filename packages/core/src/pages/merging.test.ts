import { mergedCues, mergedThings, MOST_THINGS, type Thing } from './index.ts';

const text = (id: string, words = id, x = 100): Thing => ({
  ...{ id, kind: 'text', x, y: 200, width: 300, height: 40, size: 30, colour: '#1d3557' },
  text: words,
});
const merged = (base: readonly Thing[], mine: readonly Thing[], theirs: readonly Thing[]) => {
  let n = 0;
  return mergedThings({ base, mine, theirs }, () => `new ${(n += 1)}`)!;
};
const names = (things: readonly Thing[]) => things.map((thing) => (thing as { text: string }).text);
const [tide, boat, buoy] = [text('tide'), text('boat'), text('buoy')];

describe('things that two change at once', () => {
  it('are mine where nobody else did anything', () => {
    expect(merged([tide, boat], [boat], [tide, boat])).toEqual({ things: [boat], beside: 0 });
  });

  it('keep what each of them put there', () => {
    expect(names(merged([tide], [tide, boat], [tide, buoy]).things)).toEqual(['tide', 'buoy', 'boat']);
  });

  it('keep what each of them changed', () => {
    const { things, beside } = merged([tide, boat], [text('tide', 'ebb'), boat], [tide, text('boat', 'ship')]);
    expect([names(things), beside]).toEqual([['ebb', 'ship'], 0]);
  });

  it('are both there where both changed the same one, mine a little beside theirs', () => {
    const { things, beside } = merged([tide], [text('tide', 'mine')], [text('tide', 'theirs')]);
    expect([names(things), beside]).toEqual([['theirs', 'mine'], 1]);
    expect(things[1]).toMatchObject({ id: 'new 1', x: 124, y: 224 });
  });

  it('are there once where both changed it alike', () => {
    expect(merged([tide], [text('tide', 'ebb')], [text('tide', 'ebb')])).toEqual({
      things: [text('tide', 'ebb')],
      beside: 0,
    });
  });

  it.each([
    ['I took away and they changed', [], [text('tide', 'ebb')]],
    ['they took away and I changed', [text('tide', 'ebb')], []],
  ])('stay where %s', (_, mine, theirs) => {
    expect(names(merged([tide], mine, theirs).things)).toEqual(['ebb']);
  });

  it('go where one took them away and the other left them alone', () => {
    expect(merged([tide, boat], [tide], [tide, boat]).things).toEqual([tide]);
    expect(merged([tide, boat], [tide, boat], [tide]).things).toEqual([tide]);
  });

  it('lie in my order where I changed it, with theirs on top', () => {
    expect(names(merged([tide, boat], [boat, tide], [tide, boat, buoy]).things)).toEqual(['boat', 'tide', 'buoy']);
  });

  it('are the same whatever the order of their fields', () => {
    const turned = Object.fromEntries(Object.entries(tide).toReversed()) as unknown as Thing;
    expect(merged([tide], [text('tide', 'ebb')], [turned])).toEqual({ things: [text('tide', 'ebb')], beside: 0 });
  });

  it('are refused where there would be too many', () => {
    const many = (of: string) => Array.from({ length: 200 }, (_, i) => text(`${of} ${i}`));
    expect(MOST_THINGS).toBeLessThan(400);
    expect(mergedThings({ base: [], mine: many('a'), theirs: many('b') }, () => 'x')).toBeNull();
  });
});

describe('cues that two change at once', () => {
  const base = '<p>Ask first.</p><ul><li><p>Tide</p></li></ul>';
  it.each([
    ['only I changed them', '<p>Show first.</p>', base, '<p>Show first.</p>'],
    ['only they changed them', base, '<p>Show first.</p>', '<p>Show first.</p>'],
    ['both changed them alike', '<p>Show.</p>', '<p>Show.</p>', '<p>Show.</p>'],
    ['both wrote something new', `${base}<p>Mine.</p>`, `<p>Theirs.</p>${base}`, `<p>Theirs.</p>${base}<p>Mine.</p>`],
    [
      'both changed the same paragraph',
      '<p>Ask Tam first.</p><ul><li><p>Tide</p></li></ul>',
      '<p>Ask Wren first.</p><ul><li><p>Tide</p></li></ul>',
      '<p>Ask Wren first.</p><ul><li><p>Tide</p></li></ul><p>Ask Tam first.</p>',
    ],
    ['mine are gone and theirs changed', '', '<p>Ask.</p>', '<p>Ask.</p>'],
  ])('%s', (_, mine, theirs, made) => {
    expect(mergedCues({ base, mine, theirs })).toBe(made);
  });
});
