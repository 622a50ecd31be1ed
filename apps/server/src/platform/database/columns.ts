import type { ColumnOptions } from 'typeorm';

/** Whole numbers beyond 32 bits: microseconds, bytes. The driver gives them as text. */
export const bigWhole: ColumnOptions = {
  type: 'bigint',
  transformer: {
    to: (value: number | null) => value,
    from: (value: string | null) => (value === null ? null : Number(value)),
  },
};
/** A moment of the calendar, to the millisecond. */
export const moment: ColumnOptions = { type: 'datetime', precision: 3 };
