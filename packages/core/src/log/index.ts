export * from './events.ts';
export * from './text.ts';
export * from './takeIndex.ts';
