export * from './limits.ts';
export * from './names.ts';
export * from './joinCode.ts';
export * from './needs.ts';
