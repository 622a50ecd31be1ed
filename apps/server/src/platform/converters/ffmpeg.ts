/** Says no more than what is wrong, and asks nobody. */
export const QUIET = ['-hide_banner', '-loglevel', 'error', '-nostdin'] as const;
/**
 * For files that somebody brought: no picture of more pixels than a clip may have is decoded, and nothing but files and
 * pipes is opened, whatever a file says.
 */
export const BOUNDED = ['-protocol_whitelist', 'file,pipe', '-max_pixels', `${4096 * 2304}`] as const;
