export * from './peaks.ts';
export * from './loudness.ts';
export * from './truePeak.ts';
export * from './mastering.ts';
export * from './quiet.ts';
export * from './soundCheck.ts';
export * from './voicePath.ts';
