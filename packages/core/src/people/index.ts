export * from './limits.ts';
export * from './names.ts';
