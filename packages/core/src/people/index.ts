export * from './names.ts';
