export * from './events.ts';
export * from './framing.ts';
export * from './text.ts';
export * from './marks.ts';
export * from './takeIndex.ts';
export * from './keptRanges.ts';
export * from './silentWriting.ts';
export * from './pens.ts';
