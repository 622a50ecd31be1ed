export * from './problem.ts';
export * from './problemFilter.ts';
export * from './validation.ts';
export * from './fields.ts';
export * from './sameSite.guard.ts';
export * from './jsonDepth.ts';
export * from './connections.ts';
export * from './rate.guard.ts';
export { isPassing, problemOfFault } from './faults.ts';
