import { LONGEST_TAG, MOST_TAGS } from './limits.ts';

/** A tag as it is kept: one line, without space around it; null where nothing is left. */
export function readTag(typed: string): string | null {
  const tag = typed.replaceAll(/\s+/g, ' ').trim().slice(0, LONGEST_TAG).trim();
  return tag === '' ? null : tag;
}

/** Tags with these put to them and those taken away, each once whatever its capitals; null where there are too many. */
export function changedTags(
  tags: readonly string[],
  { add = [], remove = [] }: { readonly add?: readonly string[]; readonly remove?: readonly string[] },
): readonly string[] | null {
  const gone = new Set(remove.map(key));
  const made = new Map(tags.filter((tag) => !gone.has(key(tag))).map((tag) => [key(tag), tag]));
  for (const typed of add) {
    const tag = readTag(typed);
    if (tag !== null && !made.has(key(tag))) made.set(key(tag), tag);
  }
  return made.size > MOST_TAGS ? null : [...made.values()];
}

const key = (tag: string): string => tag.toLowerCase();
