/* Two who change the same page at once: what each of them did stays. */
import { MOST_THINGS, type Thing } from './placed.ts';

/** A thing that both changed is put beside the other's, so many page units to the right and down. */
const BESIDE = 24;

export interface Sides<T> {
  /** What was there when I began. */
  readonly base: T;
  readonly mine: T;
  /** What is there now. */
  readonly theirs: T;
}
export interface MergedThings {
  readonly things: readonly Thing[];
  /** How many of mine now stand beside theirs, because both of us changed them. */
  readonly beside: number;
}

/**
 * The things on a page after both have changed them. What only one changed, put there or took away is as that one left
 * it; what one took away and the other changed stays; what both changed is there twice.
 * @returns null where there would be too many of them
 */
export function mergedThings(
  { base, mine, theirs }: Sides<readonly Thing[]>,
  makeId: () => string,
): MergedThings | null {
  const [before, own] = [byId(base), byId(mine)];
  const there = byId(theirs);
  const isUntouched = (id: string) => same(own.get(id), before.get(id));
  const kept = theirs.flatMap((thing): readonly Thing[] => {
    const [was, wanted] = [before.get(thing.id), own.get(thing.id)];
    // As it was when I began: it is as I want it, and gone if I took it away.
    return was && same(thing, was) ? asList(wanted) : [thing];
  });
  const added: Thing[] = [];
  let beside = 0;
  for (const thing of mine) {
    const now = there.get(thing.id);
    if (!now) {
      // Theirs to take away, unless it is new or I went on with it.
      if (!before.has(thing.id) || !isUntouched(thing.id)) added.push(thing);
    } else if (!isUntouched(thing.id) && !same(now, before.get(thing.id)) && !same(now, thing)) {
      added.push({ ...thing, id: makeId(), x: thing.x + BESIDE, y: thing.y + BESIDE });
      beside += 1;
    }
  }
  const things = inMyOrder([...kept, ...added], base, mine);
  return things.length > MOST_THINGS ? null : { things, beside };
}

/** Where I put things into another order, theirs stay on top of it. */
function inMyOrder(things: readonly Thing[], base: readonly Thing[], mine: readonly Thing[]): readonly Thing[] {
  const place = new Map(mine.map(({ id }, i) => [id, i]));
  const were = base.flatMap(({ id }) => place.get(id) ?? []);
  if (were.every((at, i) => i === 0 || at > were[i - 1]!)) return things;
  const at = ({ id }: Thing) => place.get(id) ?? mine.length;
  return things.toSorted((a, b) => at(a) - at(b));
}

const byId = (things: readonly Thing[]): ReadonlyMap<string, Thing> => new Map(things.map((one) => [one.id, one]));
const asList = (thing: Thing | undefined): readonly Thing[] => (thing ? [thing] : []);

/** Whether both say the same, whatever the order of their fields. */
function same(a: Thing | undefined, b: Thing | undefined): boolean {
  if (!a || !b) return a === b;
  return fieldsOf(a) === fieldsOf(b);
}
const fieldsOf = (thing: Thing): string =>
  JSON.stringify(Object.entries(thing).toSorted(([a], [b]) => (a < b ? -1 : 1)));

/** Paragraphs, headings and whole lists of cues, one after another. */
const blocksOf = (html: string): readonly string[] => html.match(/<(p|h3|ul|ol)>[^]*?<\/\1>|<\w+ ?\/?>|[^<]+/g) ?? [];

/** The cues of a page after both have changed them: theirs, and after them each paragraph that I wrote or changed. */
export function mergedCues({ base, mine, theirs }: Sides<string>): string {
  if (theirs === base || theirs === mine) return mine;
  if (mine === base) return theirs;
  const there = new Set([...blocksOf(base), ...blocksOf(theirs)]);
  return (
    theirs +
    blocksOf(mine)
      .filter((block) => !there.has(block))
      .join('')
  );
}
