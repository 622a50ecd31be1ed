type Fields = Readonly<Record<string, unknown>>;

/**
 * Turns what version 1 wrote into what version 2 writes: a whole edit list, an edit, or anything that holds some. There a
 * card was a stretch of a take of its own name, and a chapter named a take where it may have begun in a card.
 */
export function fromFirstVersion(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(fromFirstVersion);
  if (typeof value !== 'object' || value === null) return value;
  const { takeId, ...rest } = value as Fields;
  if (typeof takeId === 'string' && 'card' in rest)
    return { ...rest, card: { id: takeId, ...(rest['card'] as Fields) } };
  if (typeof takeId === 'string' && 'at' in rest && 'title' in rest) return { sourceId: takeId, ...rest };
  const read = Object.fromEntries(Object.entries(value as Fields).map(([name, one]) => [name, fromFirstVersion(one)]));
  return read['version'] === 1 && 'segments' in read ? { ...read, version: 2 } : read;
}
