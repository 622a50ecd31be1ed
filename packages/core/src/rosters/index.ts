export * from './list.ts';
export * from './oneRoster.ts';
export * from './plan.ts';
export * from './roster.ts';
