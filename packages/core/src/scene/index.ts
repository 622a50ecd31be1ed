export * from './surface.ts';
export * from './scene.ts';
export * from './paint.ts';
