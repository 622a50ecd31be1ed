import { columnHead, countedPoints, shareOf, sumOf, type CellState } from '@oakbell/core/marking';
import Papa from 'papaparse';
import type { BookCellDto, GradebookDto } from './gradebook.dto.ts';

const WORDS: Readonly<Record<CellState, string>> = {
  open: '',
  missing: 'missing',
  waiting: 'waiting',
  back: 'handed back',
  excused: 'excused',
};

/**
 * A gradebook as CSV (RFC 4180, UTF-8 with its mark): docs/formats/gradebook-table.md. What a program of tables would take
 * for a formula is text.
 */
export function gradebookTable({ works, learners, cells, grading }: GradebookDto): string {
  const there = new Map(cells.map((cell) => [`${cell.assignmentId} ${cell.learnerId}`, cell]));
  const worth = new Map(works.map(({ assignmentId, points }) => [assignmentId, points]));
  const told = (cell: BookCellDto | undefined): string | number => {
    if (!cell) return '';
    const most = worth.get(cell.assignmentId) ?? null;
    if (cell.points === null || most === null) return cell.points ?? WORDS[cell.state];
    return countedPoints(cell.points, most, cell.lateDays, grading);
  };
  const head = works.map(({ title, points }) => columnHead(title, points));
  const rows = learners.map(({ id, name }) => {
    const own = works.map((work) => there.get(`${work.assignmentId} ${id}`));
    const sum = sumOf(
      own.flatMap((cell) => cell ?? []),
      works,
      grading,
    );
    const share = shareOf(sum);
    return [name, ...own.map(told), sum.points, sum.of, share === null ? '' : (share * 100).toFixed(1)];
  });
  const fields = ['name', ...head, 'points', 'of', 'per cent'];
  return `\uFEFF${Papa.unparse({ fields, data: rows }, { escapeFormulae: true })}\r\n`;
}
