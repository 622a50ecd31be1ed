import sanitizeHtml from 'sanitize-html';

/** Plain text as HTML that says the same. */
export const escapedText = (text: string): string =>
  sanitizeHtml(text, { allowedTags: [], disallowedTagsMode: 'escape' });

/** Plain text as HTML: a paragraph a line. */
export const paragraphsOf = (text: string): string =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => `<p>${escapedText(line)}</p>`)
    .join('');
