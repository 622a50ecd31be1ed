/** Letters of one sentence of a comment bank. */
export const LONGEST_COMMENT_LINE = 500;
/** So many sentences a teacher may keep. */
export const MOST_COMMENT_LINES = 500;
/** Letters that are typed before sentences are offered. */
const LEAST_LETTERS = 2;
/** So many are offered. */
const MOST_OFFERED = 5;

/** The sentence that is being typed at the end of a comment: what comes after the last full stop, question or line end. */
export function sentenceBegun(comment: string): string {
  const ended = Math.max(...['. ', '? ', ': ', '\n'].map((end) => comment.lastIndexOf(end) + end.length - 1));
  const from = ['. ', '? ', ': ', '\n'].every((end) => !comment.includes(end)) ? 0 : ended + 1;
  return comment.slice(from).trimStart();
}

/**
 * Sentences that may be meant by what is being typed, the best first: those of which a word begins so, in the order they
 * come in. Nothing for less than two letters, or for what is there already.
 */
export function offered<T extends { readonly text: string }>(lines: readonly T[], comment: string): readonly T[] {
  const begun = sentenceBegun(comment).toLocaleLowerCase();
  if (begun.trim().length < LEAST_LETTERS) return [];
  const begins = (text: string): boolean =>
    text.toLocaleLowerCase().startsWith(begun) || text.toLocaleLowerCase().includes(` ${begun}`);
  return lines.filter(({ text }) => begins(text) && !comment.includes(text)).slice(0, MOST_OFFERED);
}

/** A comment with a sentence in the place of what was being typed. */
export function withSentence(comment: string, sentence: string): string {
  const begun = sentenceBegun(comment);
  return `${comment.slice(0, comment.length - begun.length)}${sentence}`;
}
