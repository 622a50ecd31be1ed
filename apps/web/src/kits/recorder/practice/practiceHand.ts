const HAND = '/practice/hand.json';
/** Strokes as they are written: when each begins, in ms, and its points as x and y in page units, pressure 0…1, and ms after that. */
type Strokes = readonly { readonly at: number; readonly points: readonly (readonly number[])[] }[];

export interface PracticePoint {
  readonly kind: 'pointerdown' | 'pointermove' | 'pointerup';
  /** In ms after the hand begins. */
  readonly at: number;
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
}

/** What a hand does stroke by stroke, as a pen that touches, moves and is lifted; in the order of time. */
export const penMovements = (strokes: Strokes): readonly PracticePoint[] =>
  strokes.flatMap(({ at, points }) =>
    points.flatMap(([x = 0, y = 0, pressure = 0, ms = 0], i): PracticePoint[] => {
      const point = { at: at + ms, x, y, pressure };
      const last = i === points.length - 1;
      return [
        { ...point, kind: i === 0 ? 'pointerdown' : 'pointermove' },
        ...(last ? [{ ...point, kind: 'pointerup' } as const] : []),
      ];
    }),
  );

/** The worked solution that the practice hand writes. @throws Error where it cannot be read */
export async function practiceWriting(): Promise<readonly PracticePoint[]> {
  const response = await fetch(HAND);
  return penMovements((await response.json()) as Strokes);
}

/**
 * Writes as a pen would, each point when its time has come, until it is done or called off.
 * @param touch hands one movement to the page
 */
export async function writeInTime(
  points: readonly PracticePoint[],
  touch: (point: PracticePoint) => void,
  signal: AbortSignal,
): Promise<void> {
  const begun = performance.now();
  let isDown = false;
  let last: PracticePoint | undefined;
  for (const point of points) {
    const wait = begun + point.at - performance.now();
    if (wait > 2) await new Promise((resolve) => setTimeout(resolve, wait));
    if (signal.aborted) break;
    touch(point);
    last = point;
    isDown = point.kind !== 'pointerup';
  }
  // A pen that was down is lifted.
  if (isDown && last) touch({ ...last, kind: 'pointerup' });
}
