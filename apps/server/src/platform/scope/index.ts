export * from './jobScope.ts';
