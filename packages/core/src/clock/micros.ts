/**
 * Whole microseconds. Inside the core every moment and every length is `Micros`;
 * other units are converted once, at the edge, by the named functions below.
 */
export type Micros = number & { readonly __unit: 'µs' };

/** The moment 0. */
export const ZERO = micros(0);

/** `value` rounded to whole microseconds. @throws RangeError when it is not finite. */
export function micros(value: number): Micros {
  if (!Number.isFinite(value)) throw new RangeError(`${value} is not a time in microseconds`);
  // The one place where a number is made a time. There is no −0 among them.
  // eslint-disable-next-line no-restricted-syntax
  return (Math.round(value) + 0) as Micros;
}

/** Seconds to microseconds, rounded. */
export const fromSeconds = (seconds: number): Micros => micros(seconds * 1_000_000);
/** Microseconds to seconds. */
export const toSeconds = (time: Micros): number => time / 1_000_000;
/** Milliseconds to microseconds, rounded. */
export const fromMillis = (millis: number): Micros => micros(millis * 1000);
/** Microseconds to milliseconds. */
export const toMillis = (time: Micros): number => time / 1000;

/** The moment at which sample frame `frame` starts, for `rate` frames a second. */
export function fromFrames(frame: number, rate: number): Micros {
  return micros((frame * 1_000_000) / rate);
}

/** The frame nearest to `time`, for `rate` frames a second; `toFrames(fromFrames(n)) = n`. */
export function toFrames(time: Micros, rate: number): number {
  return Math.round((time * rate) / 1_000_000);
}

export const addTime = (a: Micros, b: Micros): Micros => micros(a + b);
export const subtractTime = (a: Micros, b: Micros): Micros => micros(a - b);

/** `time` held to [low, high], both ends in. */
export function clampTime(time: Micros, low: Micros, high: Micros): Micros {
  return time < low ? low : time > high ? high : time;
}
