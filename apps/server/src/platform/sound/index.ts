export * from './soundFolder.ts';
