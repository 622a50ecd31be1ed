export * from './session.entity.ts';
export * from './sessions.service.ts';
export * from './device.ts';
export * from './rights.guard.ts';
export * from './sessions.module.ts';
