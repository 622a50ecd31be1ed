export * from './opening.ts';
export * from './link.ts';
