/** What is wrong with points given for an assignment worth `most`; null when nothing is. */
export function pointsFault(points: number | null, most: number | null): 'no-points-here' | 'too-many-points' | null {
  if (points === null) return null;
  if (most === null) return 'no-points-here';
  return points > most ? 'too-many-points' : null;
}

interface Queued {
  readonly submissionId: string;
  readonly state: 'handed-in' | 'handed-back';
  readonly handedInAt: Date;
}

/** The hand-in that opens after `current`: the next one waiting, oldest first, starting over at the front; null when none waits. */
export function nextWaiting<T extends Queued>(queue: readonly T[], current: string): T | null {
  const byAge = [...queue].sort((a, b) => a.handedInAt.getTime() - b.handedInAt.getTime());
  const at = byAge.findIndex((one) => one.submissionId === current);
  const round = [...byAge.slice(at + 1), ...byAge.slice(0, Math.max(0, at))];
  return round.find((one) => one.state === 'handed-in' && one.submissionId !== current) ?? null;
}
