/** Letters of one answer to feedback, or of what is said to it. */
export const LONGEST_WORD = 2000;
/** How long such an answer is when it is spoken, in ms. */
export const LONGEST_SPOKEN_WORD_MS = 60_000;
/** Letters of why a hand-in is removed. */
export const LONGEST_REMOVAL = 500;
/** Letters of the name that a class is shown an answer under. */
export const LONGEST_SHOWN_NAME = 80;
/** Letters of what is written on pages with it: some thousand strokes. */
export const LONGEST_WORD_INK = 200_000;
/** So many answers of a learner wait for a teacher at most. */
export const MOST_WORDS_WAITING = 10;
