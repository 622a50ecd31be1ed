import { LONGEST_FORMULA } from '../assigning/index.ts';

/** What a typed text is made of, in its order: words as they were typed, and formulas in LaTeX notation. */
export type TypedPart =
  | { readonly kind: 'words'; readonly text: string }
  | {
      readonly kind: 'formula';
      readonly latex: string;
      /** Among words, or on a line of its own. */
      readonly where: 'inline' | 'alone';
      /** As it was typed, for where it cannot be drawn. */
      readonly typed: string;
    };

/** So many formulas of one text are drawn; what comes after them stays as it was typed. */
export const MOST_TYPED_FORMULAS = 300;

/**
 * Formulas stand between dollar signs on one line, `$x^2$`, or between doubled ones on a line of their own, `$$x^2$$`. A
 * sign is money and begins none where a space follows it; it ends none where a space is before it or a figure after it.
 * `\$` is a dollar sign by itself.
 */
export function typedParts(text: string): readonly TypedPart[] {
  const parts: TypedPart[] = [];
  let [from, at, formulas] = [0, 0, 0];
  const words = (to: number) => {
    const run = text.slice(from, to).replaceAll('\\$', '$');
    if (run !== '') parts.push({ kind: 'words', text: run });
  };
  while (at < text.length && formulas < MOST_TYPED_FORMULAS) {
    if (text[at] === '\\') at += 2;
    else if (text[at] !== '$') at += 1;
    else {
      const marks = text[at + 1] === '$' ? '$$' : '$';
      const end = endOf(text, at + marks.length, marks);
      if (end === null) at += marks.length;
      else {
        words(at);
        const latex = text.slice(at + marks.length, end).trim();
        const where = marks === '$$' ? 'alone' : 'inline';
        parts.push({ kind: 'formula', latex, where, typed: text.slice(at, end + marks.length) });
        formulas += 1;
        from = at = end + marks.length;
      }
    }
  }
  words(text.length);
  return parts;
}

/** Where the signs stand that end a formula which begins at `from`; null where none do. */
function endOf(text: string, from: number, marks: '$' | '$$'): number | null {
  const isInline = marks === '$';
  if (isInline && /\s/u.test(text[from] ?? ' ')) return null;
  const last = Math.min(text.length, from + LONGEST_FORMULA + 1);
  for (let at = from; at < last; at += 1) {
    if (text[at] === '\\') at += 1;
    else if (isInline && text[at] === '\n') return null;
    else if (text.startsWith(marks, at)) {
      if (text.slice(from, at).trim() === '') return null;
      if (isInline && (/\s/u.test(text[at - 1] ?? ' ') || /\d/u.test(text[at + 1] ?? ''))) return null;
      return at;
    }
  }
  return null;
}
