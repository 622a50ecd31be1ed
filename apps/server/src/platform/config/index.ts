export * from './config.ts';
export * from './config.module.ts';
