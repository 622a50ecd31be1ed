export * from './health.module.ts';
