export * from './ffmpeg.ts';
