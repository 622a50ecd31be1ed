export { OpusRun, RATE } from './opusEncoder.ts';
export { wavHeader } from './wav.ts';
