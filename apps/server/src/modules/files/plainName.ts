const LONGEST_NAME = 200;

/** A name as a browser may save it: letters that steer terminals or paths are left out. */
export const plainName = (name: string): string =>
  [...name]
    .filter((letter) => letter >= ' ' && !/[/\\\u007f-\u009f\u202a-\u202e\u2066-\u2069]/.test(letter))
    .join('')
    .slice(-LONGEST_NAME) || 'file';
