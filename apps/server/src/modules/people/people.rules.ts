/** The name as it is compared: folded, without outer spaces, in small letters. Whatever way it is typed, it is one name. */
export const comparableName = (name: string): string =>
  name.normalize('NFKC').trim().replaceAll(/\s+/gu, ' ').toLowerCase();

/** A password has at least so many characters: length is what makes it hard to guess. */
export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

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
