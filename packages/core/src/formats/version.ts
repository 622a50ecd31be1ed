/** Why something that was written down cannot be read: it is none of ours, or a later version of us wrote it. */
export type Unreadable = 'foreign' | 'too-new';

/** What a header says of its version: nothing when this code reads it. A header without one is of the first. */
export function versionFault(version: unknown, newest: number): Unreadable | null {
  if (version === undefined) return null;
  if (!Number.isSafeInteger(version) || (version as number) < 1) return 'foreign';
  return (version as number) > newest ? 'too-new' : null;
}

/** What is said of what a later version wrote. Apart, so that nobody loads the words of the other. */
export const PART_TOO_NEW =
  'This browser records in a newer way than the school’s server can read. What was recorded is safe in this browser. Tell whoever looks after Oak Bell: the server has to be brought up to date.';
export const EDITION_UNREADABLE = 'This lesson was made by a newer Oak Bell. Load the page again.';
