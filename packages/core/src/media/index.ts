export * from './keys.ts';
