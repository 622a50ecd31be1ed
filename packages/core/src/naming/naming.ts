/* Names after a pattern that a teacher sets once: plain words, with fields in braces that are filled in. */

/** What a pattern may name. `number` is the place of the lesson in its unit. */
export const NAMING_FIELDS = ['course', 'unit', 'number', 'title', 'class', 'learner', 'date'] as const;
export type NamingField = (typeof NAMING_FIELDS)[number];
export type NamingFacts = Readonly<Partial<Record<NamingField, string>>>;

export const DEFAULT_NAMING = '{unit} {number}: {title}';
/** Names are cut to this many characters. */
const LONGEST = 160;

const isField = (word: string): word is NamingField => (NAMING_FIELDS as readonly string[]).includes(word);

/** The first word in braces that is no field, or null when the pattern can be used. */
export function namingFault(pattern: string): string | null {
  for (const [, word = ''] of pattern.matchAll(/\{([^{}]*)\}/g)) if (!isField(word)) return word;
  return null;
}

/**
 * The name a pattern gives. A field without a fact leaves no gap: spaces and joining marks around it close up.
 * At most 160 characters; the empty text when nothing is left.
 */
export function nameFrom(pattern: string, facts: NamingFacts): string {
  const filled = pattern.replaceAll(/\{([^{}]*)\}/g, (whole, word: string) =>
    isField(word) ? (facts[word]?.trim() ?? '') : whole,
  );
  const closed = filled
    .replaceAll(/\(\s*\)|\[\s*\]/g, '')
    .replaceAll(/\s+/g, ' ')
    .replaceAll(/ ([:,·–—-])(?=\s|$)/g, (_, mark: string) => (mark === ':' || mark === ',' ? mark : ` ${mark}`))
    .replaceAll(/[:,·–—-] ?(?=[:,·–—-](?:\s|$))/g, '');
  return withoutMarksAround(closed).replaceAll(/ +/g, ' ').slice(0, LONGEST);
}

/** Text without the spaces and joining marks at its ends. */
function withoutMarksAround(text: string): string {
  let [start, end] = [0, text.length];
  while (start < end && JOINING.includes(text[start]!)) start += 1;
  while (end > start && JOINING.includes(text[end - 1]!)) end -= 1;
  return text.slice(start, end);
}
const JOINING = ' :,·–—-';
