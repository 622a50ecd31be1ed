/* Points that come back in a table: what each line of it means for a gradebook, before anything is changed. */
import { countedPoints, type BookCell, type Grading } from './gradebook.ts';

/** So many points are changed by one table. */
export const MOST_TABLE_CHANGES = 1000;
/** Letters of a table. */
export const LONGEST_TABLE = 500_000;

/** What a table is looked at beside. */
export interface TableBook {
  readonly works: readonly { readonly assignmentId: string; readonly title: string; readonly points: number | null }[];
  readonly learners: readonly { readonly id: string; readonly name: string }[];
  readonly cells: readonly BookCell[];
  readonly grading: Grading;
}
/** Points that a table sets. `back`: they were handed back, and their learner is told that they are corrected. */
export interface TableChange {
  readonly assignmentId: string;
  readonly learnerId: string;
  readonly points: number;
  readonly back: boolean;
}
/** Why a cell, or a line or column of it, says nothing. */
export const TABLE_FAULTS = [
  'no-names',
  'unknown-learner',
  'two-of-that-name',
  'unknown-column',
  'two-of-that-title',
  'no-number',
  'too-many-points',
  'nothing-handed-in',
] as const;
export type TableFault = (typeof TABLE_FAULTS)[number];
export interface LeftOut {
  /** Of the table, from 1: the head is the first. */
  readonly line: number;
  /** The head of its column; empty where the whole line is meant. */
  readonly column: string;
  readonly fault: TableFault;
}
export interface TablePlan {
  readonly changes: readonly TableChange[];
  readonly leftOut: readonly LeftOut[];
  /** How many cells say what is there already. */
  readonly same: number;
}

const NAME_HEADS = new Set(['name', 'learner']);
/** Columns that tell of others. */
const SUMS = new Set(['points', 'of', 'per cent']);
/** What stands in the place of points. */
const WORDS = new Set(['', 'missing', 'waiting', 'handed back', 'excused', 'not due']);

/** The head that a piece of work has in a table. */
export const columnHead = (title: string, points: number | null): string =>
  points === null ? title : `${title} (of ${points})`;

const plain = (text: string): string => text.trim().replaceAll(/\s+/g, ' ').toLocaleLowerCase();
/** A table written by this program puts a stroke before what another would take for a formula. */
const said = (text: string): string => plain(text).replace(/^'(?=[=+\-@])/, '');

/**
 * @param rows cells of the table, its head first; what was put in by hand may leave out cells at the end of a line
 * @param book who is in the class, what they were given, and what they have
 */
export function tablePlan(rows: readonly (readonly string[])[], book: TableBook): TablePlan {
  const [head = [], ...lines] = rows;
  const nameAt = head.findIndex((one) => NAME_HEADS.has(plain(one)));
  if (nameAt < 0) return { changes: [], leftOut: [{ line: 1, column: '', fault: 'no-names' }], same: 0 };
  const leftOut: LeftOut[] = [];
  const columns = head.flatMap((text, at) => {
    if (at === nameAt || SUMS.has(plain(text)) || text.trim() === '') return [];
    const works = book.works.filter(
      ({ title, points }) => said(text) === plain(title) || said(text) === plain(columnHead(title, points)),
    );
    const [work] = works;
    if (works.length === 1 && work) return [{ at, work, head: text }];
    const fault = works.length === 0 ? 'unknown-column' : 'two-of-that-title';
    leftOut.push({ line: 1, column: text, fault });
    return [];
  });
  const cells = new Map(book.cells.map((cell) => [`${cell.assignmentId} ${cell.learnerId}`, cell]));
  const changes: TableChange[] = [];
  let same = 0;
  for (const [i, cellsOfLine] of lines.entries()) {
    const line = i + 2;
    const name = said(cellsOfLine[nameAt] ?? '');
    if (name === '') continue;
    const learners = book.learners.filter((one) => plain(one.name) === name);
    const [learner] = learners;
    if (learners.length !== 1 || !learner) {
      leftOut.push({ line, column: '', fault: learners.length === 0 ? 'unknown-learner' : 'two-of-that-name' });
      continue;
    }
    for (const { at, work, head: column } of columns) {
      const text = plain(cellsOfLine[at] ?? '');
      if (WORDS.has(text)) continue;
      const cell = cells.get(`${work.assignmentId} ${learner.id}`);
      const read = changeOf(text, cell, work.points, book.grading);
      if (read === 'same') same += 1;
      else if (typeof read === 'string') leftOut.push({ line, column, fault: read });
      else changes.push({ assignmentId: work.assignmentId, learnerId: learner.id, ...read });
    }
  }
  return { changes, leftOut, same };
}

type Read = TableFault | 'same' | Pick<TableChange, 'points' | 'back'>;

/** What a cell says; points as they count are the same as well, since that is how a table tells them. */
function changeOf(text: string, cell: BookCell | undefined, worth: number | null, grading: Grading): Read {
  const points = Number(text.replace(',', '.'));
  if (!/^\d{1,4}(?:[.,]\d{1,2})?$/.test(text)) return 'no-number';
  if (worth === null || points > worth) return 'too-many-points';
  const isThere = cell && (cell.state === 'back' || cell.state === 'waiting');
  if (!isThere) return 'nothing-handed-in';
  const given = cell.points;
  if (given !== null && (points === given || points === countedPoints(given, worth, cell.lateDays, grading)))
    return 'same';
  return { points, back: cell.state === 'back' };
}

const FAULT_WORDS: Readonly<Record<TableFault, string>> = {
  'no-names': 'There is no column called name.',
  'unknown-learner': 'Nobody of that name is in the class.',
  'two-of-that-name': 'Two in the class have that name.',
  'unknown-column': 'Nothing with that title was given to the class.',
  'two-of-that-title': 'Two things with that title were given to the class.',
  'no-number': 'That is no number of points.',
  'too-many-points': 'It is worth fewer points, or none are given for it.',
  'nothing-handed-in': 'Nothing was handed in.',
};
/** What is said of what was left out. */
export const leftOutWords = ({ line, column, fault }: LeftOut): string =>
  `Line ${line}${column === '' ? '' : `, ${column}`}: ${FAULT_WORDS[fault]}`;
