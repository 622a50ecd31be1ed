export * from './converters.ts';
export { sandboxHere } from './sandbox.ts';
export * from './ffmpeg.ts';
export * from './probe.ts';
