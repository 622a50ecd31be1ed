export * from './changes.ts';
export * from './manifest.ts';
export * from './parts.ts';
export * from './version.ts';
