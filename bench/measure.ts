import { appendFileSync } from 'node:fs';

interface Measured {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly bar: string;
  readonly holds: boolean;
}

/** Takes down a figure and whether it holds its bar: `≥ 0.95` or `≤ 20`. */
export function measured(name: string, value: number, unit: string, bar: string): void {
  const limit = Number(bar.slice(2));
  const holds = Number.isFinite(value) && (bar.startsWith('≥') ? value >= limit : value <= limit);
  const line: Measured = { name, value: Math.round(value * 1000) / 1000, unit, bar, holds };
  const file = process.env['OAKBELL_BENCH'];
  if (file) appendFileSync(file, `${JSON.stringify(line)}\n`);
  else console.log(line);
}

/** The middle value; NaN for none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}
