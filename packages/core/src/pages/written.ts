/** What a pen left, without when: strokes that lie on a page as a whole. */
export interface WrittenStroke {
  /** `colour` is #rrggbb, `width` in page units; a highlighter lies beneath the rest. */
  readonly pen: { readonly colour: string; readonly width: number; readonly kind?: 'pen' | 'highlighter' };
  /** Flat groups of four: x and y in tenths of a page unit, pressure 0…255, milliseconds after it began. */
  readonly points: readonly number[];
  /** `straight`: the points are corners of straight lines. */
  readonly form?: 'straight';
}

/** Strokes in one piece of ink at most. */
export const MOST_STROKES = 20_000;

/** Strokes from JSON, or null where one of them cannot be. Only known fields come through. */
export function readWritten(value: unknown): readonly WrittenStroke[] | null {
  if (!Array.isArray(value) || value.length > MOST_STROKES) return null;
  const strokes: WrittenStroke[] = [];
  for (const item of value as unknown[]) {
    const { pen, points, form } = (item ?? {}) as Record<string, unknown>;
    const { colour, width, kind = 'pen' } = (pen ?? {}) as Record<string, unknown>;
    if (typeof colour !== 'string' || !/^#[0-9a-f]{6}$/i.test(colour)) return null;
    if (typeof width !== 'number' || !(width > 0 && width <= 200)) return null;
    if (kind !== 'pen' && kind !== 'highlighter') return null;
    if (!isPoints(points) || (form !== undefined && form !== 'straight')) return null;
    const own = { colour, width, ...(kind === 'highlighter' ? { kind: 'highlighter' as const } : {}) };
    strokes.push({ pen: own, points, ...(form ? { form } : {}) });
  }
  return strokes;
}

const isPoints = (value: unknown): value is readonly number[] =>
  Array.isArray(value) && value.length > 0 && value.length % 4 === 0 && value.every((one) => Number.isFinite(one));
