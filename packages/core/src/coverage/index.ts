export * from './coverage.ts';
