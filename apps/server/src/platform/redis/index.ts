export * from './redis.module.ts';
