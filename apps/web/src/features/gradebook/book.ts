import {
  bookSentence,
  cellWords,
  shareOf,
  sharesInTenths,
  spreadSentence,
  sumOf,
  workStats,
  type Sum,
  type WorkStats,
} from '@oakbell/core/marking';
import type { Bar } from '../../kits/chart/index.ts';
import type { Api } from '../../shared/api/index.ts';

export type Cell = Api['BookCellDto'];

/** A gradebook laid out: by learner, by piece of work, and in words. */
export interface Book {
  readonly sentence: string;
  readonly cellOf: (assignmentId: string, learnerId: string) => Cell | undefined;
  readonly wordsOf: (cell: Cell) => string;
  readonly sums: ReadonlyMap<string, Sum>;
  readonly stats: ReadonlyMap<string, WorkStats>;
  readonly spread: { readonly sentence: string; readonly bars: readonly Bar[] };
}

const groupedBy = (cells: readonly Cell[], keyOf: (cell: Cell) => string): ReadonlyMap<string, readonly Cell[]> => {
  const found = new Map<string, Cell[]>();
  for (const cell of cells) {
    const there = found.get(keyOf(cell));
    if (there) there.push(cell);
    else found.set(keyOf(cell), [cell]);
  }
  return found;
};

export function bookOf({ works, learners, cells, grading }: Api['GradebookDto']): Book {
  const byLearner = groupedBy(cells, (cell) => cell.learnerId);
  const byWork = groupedBy(cells, (cell) => cell.assignmentId);
  const pairs = new Map(cells.map((cell) => [`${cell.assignmentId} ${cell.learnerId}`, cell]));
  const sums = new Map(learners.map(({ id }) => [id, sumOf(byLearner.get(id) ?? [], works, grading)]));
  const worth = new Map(works.map(({ assignmentId, points }) => [assignmentId, points]));
  const missing = new Map(
    learners.map(({ id, name }) => [name, (byLearner.get(id) ?? []).filter(({ state }) => state === 'missing').length]),
  );
  return {
    sentence: bookSentence(cells, missing),
    cellOf: (assignmentId, learnerId) => pairs.get(`${assignmentId} ${learnerId}`),
    wordsOf: (cell) => cellWords(cell, worth.get(cell.assignmentId) ?? null, grading),
    sums,
    stats: new Map(works.map((work) => [work.assignmentId, workStats(byWork.get(work.assignmentId) ?? [], work)])),
    spread: spreadOf([...sums.values()].flatMap((sum) => shareOf(sum) ?? [])),
  };
}

function spreadOf(shares: readonly number[]): Book['spread'] {
  const bars = sharesInTenths(shares).map((count, i) => ({ name: `${i * 10} to ${i * 10 + 10} %`, count, more: '' }));
  return { sentence: spreadSentence(shares), bars: shares.length === 0 ? [] : bars };
}
