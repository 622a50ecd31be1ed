/** For so long something is new to whoever has not begun it, in ms: a week of school. */
const NEW_MS = 7 * 86_400_000;

/** Whether something is new to a learner: given lately, and not begun. Moments are in ms since 1970. */
export const isNew = (item: { readonly givenAt: number; readonly begun: boolean }, now: number): boolean =>
  !item.begun && now - item.givenAt < NEW_MS;
