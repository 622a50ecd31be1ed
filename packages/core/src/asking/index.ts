export * from './limits.ts';
export * from './similar.ts';
export * from './signs.ts';
