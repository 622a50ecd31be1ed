export * from './keys.ts';
export { LARGEST_FILE, LARGEST_UPLOAD } from './limits.ts';
