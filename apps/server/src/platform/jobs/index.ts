export { Rounds } from './rounds.ts';
export * from './job.entity.ts';
export * from './jobHandlers.ts';
export * from './jobRunner.ts';
export * from './job.dto.ts';
export * from './jobs.service.ts';
export * from './jobs.module.ts';
