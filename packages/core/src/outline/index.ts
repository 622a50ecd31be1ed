export * from './limits.ts';
export * from './outline.ts';
export * from './newness.ts';
export * from './moving.ts';
export * from './copying.ts';
export * from './schoolDays.ts';
