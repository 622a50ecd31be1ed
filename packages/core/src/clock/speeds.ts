/** The slowest and the fastest that a lesson is played, both included: its own speed is 1. */
export const SLOWEST = 0.5;
export const FASTEST = 2.5;

/** So long after it was played a report still comes, in ms: it waited in a browser. */
export const LATEST_REPORT_MS = 30 * 24 * 3_600_000;
