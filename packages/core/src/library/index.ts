export * from './limits.ts';
export * from './search.ts';
export * from './tags.ts';
