export * from './surface.ts';
export * from './scene.ts';
export * from './cameraLook.ts';
export * from './paint.ts';
export { drawThing, isDark, textHeight, textLines } from './paintThings.ts';
export { inkOn } from './colours.ts';
