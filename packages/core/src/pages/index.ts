export * from './page.ts';
export * from './backdrop.ts';
