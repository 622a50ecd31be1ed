/* What is asked at a moment of a lesson, said before it is sent and checked where it arrives. */

/** Letters of a question, and of what is said to it. */
export const LONGEST_QUESTION = 500;
export const LONGEST_REPLY_TO_QUESTION = 2000;
/** A question and an answer by voice, in ms. */
export const LONGEST_SPOKEN_QUESTION_MS = 10_000;
export const LONGEST_SPOKEN_REPLY_MS = 180_000;
/** Questions of one learner about one assignment that wait for an answer. */
export const MOST_WAITING = 10;
/** Signs of one learner in one lesson. */
export const MOST_SIGNS = 100;

/** What a learner says of a moment with one press. */
export const SIGNS = ['again', 'fast', 'clear'] as const;
export type Sign = (typeof SIGNS)[number];
export const SIGN_WORDS: Readonly<Record<Sign, string>> = {
  again: 'Again, please',
  fast: 'Too fast',
  clear: 'Now I see',
};
