export * from './coverage.ts';
export * from './insight.ts';
