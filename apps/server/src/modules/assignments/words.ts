import { LONGEST_FORMULA, withFormulas } from '@oakbell/core/assigning';
import katex from 'katex';
import sanitizeHtml from 'sanitize-html';
import { escapedText } from '../../platform/words/index.ts';

const TAGS = ['p', 'br', 'strong', 'em', 'u', 's', 'ul', 'ol', 'li', 'a', 'span'];

/** What is to be done as it may be kept and shown; anything else that was sent is left out, its words are kept. */
export function cleanWords(html: string): string {
  const clean = sanitizeHtml(html, {
    allowedTags: TAGS,
    allowedAttributes: { a: ['href', 'target', 'rel'], span: ['data-formula'] },
    allowedSchemes: ['http', 'https', 'mailto'],
    allowProtocolRelative: false,
    transformTags: {
      a: (_, { href = '' }) => ({ tagName: 'a', attribs: { href, target: '_blank', rel: 'noopener noreferrer' } }),
    },
    exclusiveFilter: ({ tag, attribs }) => {
      const formula = attribs['data-formula'];
      if (tag !== 'span') return false;
      return formula === undefined ? 'excludeTag' : formula.length > LONGEST_FORMULA;
    },
  }).trim();
  return clean === '<p></p>' ? '' : clean;
}

/** The same as it is shown to learners: formulas are MathML, which browsers draw by themselves. */
export const shownWords = (html: string): string => withFormulas(html, drawn);

function drawn(latex: string): string {
  try {
    return katex.renderToString(latex, { output: 'mathml', strict: 'ignore', trust: false, maxExpand: 200 });
  } catch {
    return escapedText(latex);
  }
}
