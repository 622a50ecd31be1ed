export { CaptionDesk } from './CaptionDesk.tsx';
export { captionsKey, useCaptionRows } from './useCaptions.ts';
