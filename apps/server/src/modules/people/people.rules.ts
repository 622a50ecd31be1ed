import { comparableName, LONGEST_SIGN_IN_NAME, SHORTEST_PASSWORD } from '@oakbell/core/people';

export type PasswordFault = 'too-short' | 'like-name' | 'well-known' | 'same';

interface Candidate {
  readonly password: string;
  readonly signInName: string;
  /** Whether it is among those that everybody tries first. */
  readonly isWellKnown: (password: string) => boolean;
}

/** What is wrong with a new password; null when nothing is. */
export function passwordFault({ password, signInName, isWellKnown }: Candidate): PasswordFault | null {
  if ([...password].length < SHORTEST_PASSWORD) return 'too-short';
  const folded = comparableName(password);
  const name = comparableName(signInName);
  if (name.length > 2 && (folded.includes(name) || name.includes(folded))) return 'like-name';
  // One letter over and over, or the well-known ones with a figure or two behind them, are tried first as well.
  if (new Set(folded).size < 4) return 'well-known';
  return [folded, folded.replace(/[^a-z]{1,4}$/, '')].some(isWellKnown) ? 'well-known' : null;
}

export const PASSWORD_WORDS: Readonly<Record<PasswordFault, string>> = {
  'too-short': `Use at least ${SHORTEST_PASSWORD} characters: a few words in a row are easy to keep in mind.`,
  'like-name': 'Leave your own sign-in name out of it.',
  'well-known': 'This one is among the first that are tried. Choose another.',
  same: 'This is the password that you have now. Choose another.',
};

/** Letters that taking marks away leaves as they are, written as Latin ones. */
const SPELT: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  ø: 'o',
  œ: 'oe',
  ł: 'l',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ı: 'i',
};

/**
 * A sign-in name made of a name: its first and last word in plain letters, `ilse.marrow`. Names that have none get
 * `person`. Where it is taken, the next number is put behind it.
 * @param isTaken by its folded form
 */
export function signInNameOf(name: string, isTaken: (signInName: string) => boolean): string {
  const words = [...comparableName(name)]
    .map((letter) => SPELT[letter] ?? letter)
    .join('')
    .normalize('NFD')
    .replaceAll(/\p{M}/gu, '')
    .split(/\s+/)
    .map((word) => word.replaceAll(/[^a-z0-9-]/g, ''))
    .filter(Boolean);
  const ends = words.length > 1 ? [words[0], words.at(-1)] : words;
  const base = ends.join('.').slice(0, LONGEST_SIGN_IN_NAME - 6) || 'person';
  for (let number = 1; ; number += 1) {
    const made = number === 1 ? base : `${base}${number}`;
    if (!isTaken(made)) return made;
  }
}
