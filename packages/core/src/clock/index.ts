export * from './micros.ts';
export * from './range.ts';
export * from './text.ts';
export { SampleClock } from './sampleClock.ts';
export { CaptureLine, type Captured, type PlacedSound } from './captureLine.ts';
export * from './speeds.ts';
