/** The items by a name each of them has, in their order. */
export function groupedBy<T>(items: readonly T[], nameOf: (item: T) => string): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const there = groups.get(nameOf(item));
    if (there) there.push(item);
    else groups.set(nameOf(item), [item]);
  }
  return groups;
}
