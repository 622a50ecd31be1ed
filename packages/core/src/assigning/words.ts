/* What is to be done, as clean HTML: paragraphs, lists, links, and formulas in LaTeX notation. */

/** A formula as it is kept: an empty element that names its LaTeX. */
const FORMULA = /<span data-formula="([^"]*)"><\/span>/g;
const ENTITIES: Readonly<Record<string, string>> = {
  '&quot;': '"',
  '&lt;': '<',
  '&gt;': '>',
  '&#39;': "'",
  '&amp;': '&',
};

/** Words with each formula as `draw` makes it from its LaTeX. @param html clean, as it is kept */
export const withFormulas = (html: string, draw: (latex: string) => string): string =>
  html.replaceAll(FORMULA, (_, latex: string) =>
    draw(latex.replaceAll(/&(?:quot|lt|gt|#39|amp);/g, (one) => ENTITIES[one] ?? one)),
  );
