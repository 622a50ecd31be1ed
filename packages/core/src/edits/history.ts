import { applyEdit, invertEdit, type Edit, type EditList } from './editList.ts';

/*
 * The history of a lesson is the log of its changes, one row for each revision. Taking back is a change like any other:
 * its row does the opposite of what it takes back. Which row comes next for undo and for redo is a chain through the
 * log, so that a step costs the same however long the log is.
 */

/** One change as it is kept: it made this revision, by doing this edit. */
export interface ChangeRow {
  readonly revision: number;
  readonly edit: Edit;
  /** What lies beneath it in its stack: the row that comes after it when it is taken back, or done again. */
  readonly below: number | null;
}
/** The rows that are taken back next, and done again next; null where there is none. */
export interface HistoryTops {
  readonly undo: number | null;
  readonly redo: number | null;
  /** How many changes can be taken back, and done again. */
  readonly undoable: number;
  readonly redoable: number;
}
export const NO_HISTORY: HistoryTops = { undo: null, redo: null, undoable: 0, redoable: 0 };

export type Step =
  | { readonly ok: true; readonly edits: EditList; readonly row: ChangeRow; readonly tops: HistoryTops }
  /** `nothing`: there is none to take back or do again. `does-not-apply`: the list is not as the edit remembers it. */
  | { readonly ok: false; readonly reason: 'nothing' | 'does-not-apply' };

const NOT: Step = { ok: false, reason: 'does-not-apply' };

/** Does an edit as this revision; what had been taken back can no longer be done again. */
export function doEdit(edits: EditList, tops: HistoryTops, { revision, edit }: Omit<ChangeRow, 'below'>): Step {
  const applied = applyEdit(edits, edit);
  if (!applied.ok) return NOT;
  const now = { undo: revision, redo: null, undoable: tops.undoable + 1, redoable: 0 };
  return { ok: true, edits: applied.edits, row: { revision, edit, below: tops.undo }, tops: now };
}

/** Takes back, as this revision, what `tops.undo` names. */
export function undoChange(edits: EditList, tops: HistoryTops, revision: number, top: ChangeRow | null): Step {
  if (!top || top.revision !== tops.undo) return { ok: false, reason: 'nothing' };
  const edit = invertEdit(top.edit);
  const applied = applyEdit(edits, edit);
  if (!applied.ok) return NOT;
  const now = { undo: top.below, redo: revision, undoable: tops.undoable - 1, redoable: tops.redoable + 1 };
  return { ok: true, edits: applied.edits, row: { revision, edit, below: tops.redo }, tops: now };
}

/** Does again, as this revision, what `tops.redo` names. */
export function redoChange(edits: EditList, tops: HistoryTops, revision: number, top: ChangeRow | null): Step {
  if (!top || top.revision !== tops.redo) return { ok: false, reason: 'nothing' };
  const edit = invertEdit(top.edit);
  const applied = applyEdit(edits, edit);
  if (!applied.ok) return NOT;
  const now = { undo: revision, redo: top.below, undoable: tops.undoable + 1, redoable: tops.redoable - 1 };
  return { ok: true, edits: applied.edits, row: { revision, edit, below: tops.undo }, tops: now };
}

/** The edit as it is told in words: without the parts of one that is several. */
export const headOf = (edit: Edit): Edit => (edit.op === 'together' ? { ...edit, edits: [] } : edit);
