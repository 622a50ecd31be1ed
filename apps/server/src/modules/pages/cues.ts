import sanitizeHtml from 'sanitize-html';

/** What cues may hold: paragraphs, lists, and words that stand out. No links, no pictures, no styles. */
const TAGS = ['p', 'br', 'strong', 'em', 'u', 's', 'mark', 'ul', 'ol', 'li', 'h3'];

/** Cues as they may be kept and shown; anything else that was sent is left out, its words are kept. */
export const cleanCues = (html: string): string =>
  sanitizeHtml(html, { allowedTags: TAGS, allowedAttributes: {} }).trim();
