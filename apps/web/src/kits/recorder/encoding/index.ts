export { OpusRun, PACKET_FRAMES, RATE } from './opusEncoder.ts';
export { wavHeader } from './wav.ts';
