export * from './outline.ts';
export * from './hit.ts';
export * from './shapes.ts';
