export * from './client.ts';
export * from './session.ts';
export * from './lessons.ts';
