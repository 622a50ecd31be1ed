/** A question at a moment of the programme, in microseconds; null where that moment is not in it any more. */
export interface AskedAt {
  readonly at: number | null;
  readonly text: string;
}

/** Questions this near are about the same moment, in microseconds. */
const NEAR = 15_000_000;
/** From this share of words in common on two questions ask alike. */
const ALIKE = 0.3;
/** Shorter words say nothing of what is asked. */
const SHORTEST_WORD = 4;

/**
 * Those of the known questions that somebody who is about to ask may mean: they ask alike, or stand at the same moment.
 * What is most alike comes first, then what is nearest. What was spoken is found by its moment alone.
 */
export function similarTo<Q extends AskedAt>(asked: AskedAt, known: readonly Q[], most: number): readonly Q[] {
  const words = wordsOf(asked.text);
  return known
    .map((one) => ({ one, alike: inCommon(words, wordsOf(one.text)), far: distance(asked.at, one.at) }))
    .filter(({ alike, far }) => alike >= ALIKE || far <= NEAR)
    .toSorted((a, b) => b.alike - a.alike || a.far - b.far)
    .slice(0, most)
    .map(({ one }) => one);
}

const distance = (a: number | null, b: number | null): number =>
  a === null || b === null ? Infinity : Math.abs(a - b);

const wordsOf = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length >= SHORTEST_WORD),
  );

/** Words of both among those of the one that has fewer, 0…1. */
function inCommon(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  const fewer = Math.min(a.size, b.size);
  return fewer === 0 ? 0 : [...a].filter((word) => b.has(word)).length / fewer;
}
