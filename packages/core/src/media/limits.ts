const MB = 1024 * 1024;

/** The largest file that is taken, and all files of one upload together, in bytes. */
export const LARGEST_FILE = 100 * MB;
export const LARGEST_UPLOAD = 300 * MB;
