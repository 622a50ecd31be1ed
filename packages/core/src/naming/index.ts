export * from './naming.ts';
