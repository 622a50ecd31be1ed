import { dictionary } from '@zxcvbn-ts/language-common';

let known: ReadonlySet<string> | null = null;

/** Whether a password, in small letters, is among the fifty thousand that people use most. */
export function isWellKnown(password: string): boolean {
  known ??= new Set((dictionary as Readonly<Record<string, readonly string[]>>)['passwords-common']);
  return known.has(password);
}
