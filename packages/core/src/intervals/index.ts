export * from './rangeSet.ts';
export * from './search.ts';
