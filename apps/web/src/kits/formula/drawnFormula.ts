import katex, { ParseError } from 'katex';
import 'katex/dist/katex.min.css';

/** A formula as HTML, or what is wrong with it and where. */
export type Drawn = { readonly html: string } | { readonly fault: string; readonly at: number };

/** What KaTeX makes of a formula in LaTeX notation, for a line of words or by itself. */
export function drawnFormula(source: string, where: 'inline' | 'alone'): Drawn {
  try {
    return {
      html: katex.renderToString(source, {
        displayMode: where === 'alone',
        throwOnError: true,
        strict: 'ignore',
        trust: false,
        maxExpand: 200,
      }),
    };
  } catch (failure) {
    if (!(failure instanceof ParseError)) throw failure;
    return { fault: failure.rawMessage, at: failure.position ?? source.length };
  }
}
