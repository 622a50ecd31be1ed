export * from './outline.ts';
export * from './hit.ts';
