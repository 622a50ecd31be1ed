export * from './quotas.ts';
