import type { Micros } from './micros.ts';
import { micros } from './micros.ts';

/**
 * A time as people read it: `m:ss`, or `h:mm:ss` from one hour on; with `tenths`, `m:ss.t`.
 * Rounds down, as clocks do. Negative times carry a minus sign.
 */
export function timeText(time: Micros, options: { readonly tenths?: boolean } = {}): string {
  const sign = time < 0 ? '−' : '';
  const tenths = Math.floor(Math.abs(time) / 100_000);
  const seconds = Math.floor(tenths / 10);
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  const two = (value: number) => String(value).padStart(2, '0');
  const head = hours > 0 ? `${hours}:${two(minutes)}` : String(minutes);
  return `${sign}${head}:${two(seconds % 60)}${options.tenths ? `.${tenths % 10}` : ''}`;
}

/** Reads `m:ss`, `m:ss.t` or `h:mm:ss.t`; null where the text is no time. */
export function parseTimeText(text: string): Micros | null {
  const match = /^(?:(\d+):)?(\d+):([0-5]\d(?:\.\d+)?)$/.exec(text.trim());
  if (!match) return null;
  const [, hours = '0', minutes = '0', seconds = '0'] = match;
  return micros((Number(hours) * 3600 + Number(minutes) * 60) * 1e6 + Number(seconds) * 1e6);
}
