/** The slowest and the fastest that a lesson is played, both included: its own speed is 1. */
export const SLOWEST = 0.5;
export const FASTEST = 2.5;
