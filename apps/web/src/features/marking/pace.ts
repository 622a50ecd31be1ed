/** When each hand-in of an assignment was done here; the first is when it was begun. In ms of this page's clock. */
const done = new Map<string, readonly number[]>();

export const doneAt = (assignmentId: string): readonly number[] => done.get(assignmentId) ?? [];

/** Marking has begun, as far as this page knows. */
export function beginPace(assignmentId: string): void {
  if (!done.has(assignmentId)) done.set(assignmentId, [performance.now()]);
}

/** One more is done. */
export function onePaced(assignmentId: string): void {
  done.set(assignmentId, [...doneAt(assignmentId), performance.now()]);
}
