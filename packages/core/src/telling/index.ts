export * from './words.ts';
