/* The code by which learners ask to join a class. */

/** Letters and figures that nobody mistakes for each other, read aloud or from a board. */
const LETTERS = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
export const JOIN_CODE_LENGTH = 8;
/** A code can be used for so many days. */
export const JOIN_CODE_DAYS = 14;

/**
 * A code out of random bytes, each 0…255: some are left over, so that every letter is as likely as the others.
 * @throws RangeError where too few of the bytes can be used; 32 are enough but once in many millions
 */
export function joinCodeOf(bytes: Iterable<number>): string {
  const even = 256 - (256 % LETTERS.length);
  const letters = [...bytes].filter((byte) => byte < even).map((byte) => LETTERS.charAt(byte % LETTERS.length));
  if (letters.length < JOIN_CODE_LENGTH) throw new RangeError('too few random bytes for a code');
  return letters.slice(0, JOIN_CODE_LENGTH).join('');
}

/** What somebody typed as a code, as it is kept; null where it can be none. */
export function readJoinCode(typed: string): string | null {
  const code = typed.toUpperCase().replaceAll(/[\s-]/g, '');
  return code.length === JOIN_CODE_LENGTH && [...code].every((letter) => LETTERS.includes(letter)) ? code : null;
}

/** A code as it is shown: `K7MP-2QRT`. */
export const joinCodeText = (code: string): string => `${code.slice(0, 4)}-${code.slice(4)}`;
