export * from './lines.ts';
export * from './cues.ts';
export * from './files.ts';
