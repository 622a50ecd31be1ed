import { applyEdit, invertEdit, type Edit, type EditList } from './editList.ts';

/** What was done and what was taken back, oldest first. */
export interface History {
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
}
export const NO_HISTORY: History = { done: [], undone: [] };

export interface Revised {
  readonly edits: EditList;
  readonly history: History;
}

/** Does an edit and remembers it; what had been taken back can no longer be redone. Null when it does not apply. */
export function revise(edits: EditList, history: History, edit: Edit): Revised | null {
  const applied = applyEdit(edits, edit);
  return applied.ok ? { edits: applied.edits, history: { done: [...history.done, edit], undone: [] } } : null;
}

/** Takes the newest edit back; null when there is none. */
export function undo(edits: EditList, history: History): Revised | null {
  const edit = history.done.at(-1);
  const applied = edit && applyEdit(edits, invertEdit(edit));
  if (!edit || !applied?.ok) return null;
  return { edits: applied.edits, history: { done: history.done.slice(0, -1), undone: [...history.undone, edit] } };
}

/** Does again what was taken back last; null when there is nothing. */
export function redo(edits: EditList, history: History): Revised | null {
  const edit = history.undone.at(-1);
  const applied = edit && applyEdit(edits, edit);
  if (!edit || !applied?.ok) return null;
  return { edits: applied.edits, history: { done: [...history.done, edit], undone: history.undone.slice(0, -1) } };
}
