/** So many links of a text are offered. */
const MOST_LINKS = 10;
const LINK = /https?:\/\/[^\s<>"'()[\]{}]+/giu;
/** What ends a sentence is no part of a link. */
const ENDS = new Set(['.', ',', ';', ':', '!', '?']);

/** The addresses of the web that stand in a text, each once, in their order; of more than ten the first ten. */
export function linksIn(text: string): readonly string[] {
  const found = new Set<string>();
  for (const [match] of text.matchAll(LINK)) {
    let end = match.length;
    while (ENDS.has(match[end - 1] ?? '')) end -= 1;
    if (end > 'https://'.length) found.add(match.slice(0, end));
    if (found.size === MOST_LINKS) break;
  }
  return [...found];
}
