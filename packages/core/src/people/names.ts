/** So many people are added at once by hand. */
export const MOST_NAMES = 200;
/** How many letters a name and a sign-in name may have. */
export const LONGEST_NAME = 120;
export const LONGEST_SIGN_IN_NAME = 80;

/** A sign-in name as it is compared: folded, without outer spaces, in small letters. Whatever way it is typed, it is one name. */
export const comparableName = (name: string): string =>
  name.normalize('NFKC').trim().replaceAll(/\s+/gu, ' ').toLowerCase();

/**
 * The names in a text that was typed or pasted, one on each line; a line with one comma is "family name, given name".
 * Numbers and bullets in front, as lists have them, are left out.
 */
export function namesIn(text: string): readonly string[] {
  return text
    .split(/[\r\n]+/)
    .map((line) => line.replace(/^\s*(?:\d+[.)]\s*|[-*•]\s+)/, '').replaceAll(/[\s\0]+/g, ' '))
    .map((line) => {
      const parts = line.split(',').map((part) => part.trim());
      return (parts.length === 2 ? parts.toReversed() : parts).filter(Boolean).join(' ');
    })
    .filter(Boolean);
}

/** What keeps these names from being added, in words; null when nothing does. */
export function namesFault(names: readonly string[]): string | null {
  if (names.length > MOST_NAMES) return `These are ${names.length}. Add ${MOST_NAMES} at once at most.`;
  const long = names.find((name) => name.length > LONGEST_NAME);
  return long ? `“${long.slice(0, 30)} …” is longer than ${LONGEST_NAME} letters.` : null;
}

const folded = (name: string): string => name.normalize('NFKC').toLowerCase();

/** Those of these names that stand there twice, or that somebody who is there already has. */
export function twinsAmong(names: readonly string[], there: readonly string[]): readonly string[] {
  const taken = new Set(there.map(folded));
  return names.filter((name) => {
    const isTwin = taken.has(folded(name));
    taken.add(folded(name));
    return isTwin;
  });
}
