/* What a class page can hold, said before it is sent and checked where it arrives. */

/** The letters of a unit's name, and the units of one class. */
export const LONGEST_UNIT = 120;
export const MOST_UNITS = 60;
/** The letters of what a class does on a day. */
export const LONGEST_TOPIC = 200;
/** Quick words that stand on a class page at once. */
export const MOST_WORDS = 6;
/** Things that are copied from one class to another in one act. */
export const MOST_COPIED = 1000;
