/** Whoever was away longer than this between two hand-ins was away, and was not marking. Ms. */
const AWAY_MS = 20 * 60_000;

/**
 * How long one hand-in takes at this pace: the median of the times between one that was done and the next. Without a
 * word where fewer than two times are known.
 * @param doneAt when each was done, in ms of any clock, in rising order; the first is when marking began
 */
export function paceOf(doneAt: readonly number[]): number | null {
  const times = doneAt
    .slice(1)
    .map((at, i) => at - (doneAt[i] ?? at))
    .filter((ms) => ms >= 0 && ms <= AWAY_MS)
    .sort((a, b) => a - b);
  if (times.length < 2) return null;
  const middle = Math.floor(times.length / 2);
  return times.length % 2 === 1 ? (times[middle] ?? 0) : ((times[middle - 1] ?? 0) + (times[middle] ?? 0)) / 2;
}

/** How many are left, and how long they take at this pace, in a sentence. */
export function leftSentence(left: number, doneAt: readonly number[]): string {
  if (left === 0) return 'All are marked.';
  const pace = paceOf(doneAt);
  const count = left === 1 ? 'One is left' : `${left} are left`;
  if (pace === null) return `${count}.`;
  const minutes = Math.max(1, Math.round((pace * left) / 60_000));
  const long =
    minutes < 60
      ? minutes === 1
        ? 'a minute'
        : `${minutes} minutes`
      : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  return `${count}, about ${long} at this pace.`;
}
