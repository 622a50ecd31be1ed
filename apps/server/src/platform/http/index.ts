export * from './problem.ts';
export * from './problemFilter.ts';
export * from './validation.ts';
export * from './fields.ts';
export * from './sameSite.guard.ts';
