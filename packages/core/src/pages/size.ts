/** Every page is this many page units wide; its height follows from its shape. */
export const PAGE_WIDTH = 1600;
/** Points are whole tenths of a page unit. */
export const TENTHS = 10;
/** The height of a 16:9 page in page units. */
export const WIDE_HEIGHT = 900;
/** A board grows downwards up to so many page units: ten screens. */
export const TALLEST_BOARD = 9000;
