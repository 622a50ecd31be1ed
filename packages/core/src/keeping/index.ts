export * from './kept.ts';
