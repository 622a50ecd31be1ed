export * from './statements.ts';
