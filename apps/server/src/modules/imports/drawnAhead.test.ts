import { DrawnAhead } from './drawnAhead.ts';

describe('pages drawn ahead', () => {
  it('come in their order, in rows without a gap, two rows at a time', async () => {
    const begun: (readonly number[])[] = [];
    const pages = [1, 2, 3, 4, 5, 6, 7, 8, 12, 13, 20];
    const drawing = new DrawnAhead(pages, (chunk) => {
      begun.push(chunk);
      return chunk.map((page) => Promise.resolve(page * 10));
    });
    const first = await drawing.next();
    expect([first, begun]).toEqual([
      10,
      [
        [1, 2, 3, 4, 5],
        [6, 7, 8],
      ],
    ]);
    const rest: number[] = [];
    for (let i = 1; i < pages.length; i += 1) rest.push(await drawing.next());
    expect(rest).toEqual(pages.slice(1).map((page) => page * 10));
    expect(begun.slice(2)).toEqual([[12, 13], [20]]);
  });

  it('fail where the page is asked for, not before', async () => {
    const drawing = new DrawnAhead([1, 2], (chunk) =>
      chunk.map((page) => (page === 2 ? Promise.reject(new Error('torn')) : Promise.resolve(page))),
    );
    expect(await drawing.next()).toBe(1);
    await expect(drawing.next()).rejects.toThrow('torn');
    await expect(drawing.next()).rejects.toThrow(RangeError);
  });
});
