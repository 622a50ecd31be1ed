import { Injectable } from '@nestjs/common';
import { MOST_TABLE_CHANGES, tablePlan, type TableBook, type TablePlan } from '@oakbell/core/marking';
import Papa from 'papaparse';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MarkingService } from '../marking/index.ts';
import { GradebookService } from './gradebook.service.ts';

/** Points that come back in a table. */
@Injectable()
export class MarksTables {
  constructor(
    private readonly book: GradebookService,
    private readonly marking: MarkingService,
    private readonly acts: Acts,
  ) {}

  /** What a table would change; nothing is changed. @throws Problem `too-many-changes` */
  async plan(classId: string, csv: string): Promise<TablePlan> {
    return planFor(await this.book.of(classId), csv);
  }

  /**
   * Gives the points of a table, all of them or none: what was handed back is corrected, with its learner told.
   * @throws Problem `too-many-changes`, and those of marking
   */
  async apply(person: Person, classId: string, csv: string): Promise<TablePlan> {
    return this.acts.do(async () => {
      const book = await this.book.of(classId);
      const plan = planFor(book, csv);
      const handIns = new Map(book.cells.map((cell) => [`${cell.assignmentId} ${cell.learnerId}`, cell.submissionId]));
      for (const { assignmentId, learnerId, points } of plan.changes) {
        const submissionId = handIns.get(`${assignmentId} ${learnerId}`);
        if (submissionId) await this.marking.setPoints(person, submissionId, points);
      }
      return plan;
    });
  }
}

/** @throws Problem `too-many-changes` */
function planFor(book: TableBook, csv: string): TablePlan {
  const plan = tablePlan(cellsOf(csv), book);
  if (plan.changes.length <= MOST_TABLE_CHANGES) return plan;
  throw new Problem(
    422,
    'too-many-changes',
    `This would change ${plan.changes.length} points; ${MOST_TABLE_CHANGES} can be changed at once. Nothing was changed.`,
  );
}

/** Cells of a CSV, whatever separates them; its byte order mark is no part of it. */
const cellsOf = (csv: string): readonly (readonly string[])[] =>
  Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
