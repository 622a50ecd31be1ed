import { present } from '@oakbell/core/present';
/** The largest of the peaks that fall on each of `columns` columns; 0 where there are none. */
export function columnPeaks(peaks: Uint8Array, columns: number): Uint8Array {
  const found = new Uint8Array(columns);
  if (peaks.length === 0) return found;
  for (let i = 0; i < columns; i += 1) {
    const from = Math.floor((i * peaks.length) / columns);
    const to = Math.max(from + 1, Math.floor(((i + 1) * peaks.length) / columns));
    let peak = 0;
    for (let n = from; n < to && n < peaks.length; n += 1) peak = Math.max(peak, peaks[n]!);
    found[i] = peak;
  }
  return found;
}

interface Grain {
  readonly peaks: Uint8Array;
  readonly widthPx: number;
  readonly inkX: readonly number[];
  /** Louder than this counts as speech, 0…1 of full scale: drawn as a line on either side. */
  readonly threshold?: number | undefined;
}
/** Columns of the voice are this far apart, in CSS pixels. */
const COLUMN_PX = 2;
const INK_TICK_PX = 7;

/** Draws the voice as a mirrored line and the ink as ticks below it, in the colours of the canvas's style. */
export function drawGrain(canvas: HTMLCanvasElement, { peaks, widthPx, inkX, threshold }: Grain): void {
  const context = open(canvas, widthPx);
  const height = canvas.clientHeight;
  const voiceHeight = height - INK_TICK_PX - 2;
  const middle = voiceHeight / 2;
  const style = getComputedStyle(canvas);
  // The root lifts quiet speech: a voice drawn by size alone looks empty.
  const halfOf = (share: number) => Math.max(0.75, Math.sqrt(share) * (middle - 2));
  context.fillStyle = style.getPropertyValue('--grain');
  columnPeaks(peaks, Math.ceil(widthPx / COLUMN_PX)).forEach((peak, i) => {
    const half = halfOf(peak / 255);
    context.fillRect(i * COLUMN_PX, middle - half, COLUMN_PX - 0.6, half * 2);
  });
  if (threshold !== undefined) {
    context.fillStyle = style.getPropertyValue('--line');
    for (let x = 0; x < widthPx; x += 8) {
      for (const side of [-1, 1]) context.fillRect(x, middle + side * halfOf(threshold), 4, 1);
    }
  }
  context.fillStyle = style.getPropertyValue('--ticks');
  for (const x of inkX) context.fillRect(Math.round(x), height - INK_TICK_PX, 1.5, INK_TICK_PX);
}

/** Draws warmth behind the grain: the fuller, the more often a part was played; hatched where nobody was. */
export function drawWarmth(canvas: HTMLCanvasElement, warmth: readonly number[], widthPx: number): void {
  const context = present(canvas.getContext('2d'));
  const style = getComputedStyle(canvas);
  const part = widthPx / warmth.length;
  const height = canvas.clientHeight;
  const most = Math.max(1, ...warmth);
  context.globalCompositeOperation = 'destination-over';
  context.fillStyle = style.getPropertyValue('--warm');
  warmth.forEach((plays, i) => {
    const high = (plays / most) * (height - 2);
    context.fillRect(i * part, height - high, part + 0.5, high);
  });
  context.globalCompositeOperation = 'source-over';
}

function open(canvas: HTMLCanvasElement, widthPx: number): CanvasRenderingContext2D {
  const scale = window.devicePixelRatio;
  canvas.width = Math.round(widthPx * scale);
  canvas.height = Math.round(canvas.clientHeight * scale);
  const context = present(canvas.getContext('2d'));
  context.scale(scale, scale);
  return context;
}
