/** The largest i with `keyOf(items[i]) ≤ key`, or −1; `items` must rise by that key. */
export function lastAtOrBefore<T>(items: readonly T[], key: number, keyOf: (item: T) => number): number {
  let low = 0;
  let high = items.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (keyOf(items[middle]!) <= key) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
