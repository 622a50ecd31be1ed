import { Problem } from '../../platform/http/index.ts';
import type { HandInState } from './submission.entity.ts';

/** A hand-in may be replaced until someone has begun to speak on it or has handed it back, and once it was removed. */
export function mayReplace({ state }: { readonly state: HandInState }, feedbackTakes: number): boolean {
  return state === 'removed' || (state === 'handed-in' && feedbackTakes === 0);
}

/** @throws Problem `removed` for what was removed: nothing is done with it until it is put back */
export function ensureStands({ state }: { readonly state: HandInState }): void {
  if (state === 'removed') throw new Problem(409, 'removed', 'This hand-in was removed. Put it back first.');
}

/** Whether it came after the last of the moments by which its makers were to hand it in: one of them may have extra time. */
export const isLate = (handedInAt: Date, dueAt: readonly Date[]): boolean => dueAt.every((due) => handedInAt > due);

/** The longest text that can be typed as a hand-in, in characters. */
export const LONGEST_TEXT = 40_000;

/** The recorder stops at the limit and lets the last half second out, so a little more is not too long. */
const LEEWAY_MS = 1500;

/** Whether an answer of `length` microseconds is over a limit in ms. */
export const isTooLong = (length: number, limitMs: number): boolean => length / 1000 > limitMs + LEEWAY_MS;
