/**
 * A value that must be there by what was done before: where it is not, that is said at once, at the place where it was
 * taken for granted. @throws Error
 */
export function present<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new Error('what must be there is not');
  return value;
}
