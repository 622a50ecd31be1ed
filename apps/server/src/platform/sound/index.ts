export * from './ffmpeg.ts';
export * from './probe.ts';
