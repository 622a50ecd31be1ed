export * from './surface.ts';
export * from './closeUp.ts';
export * from './paintOver.ts';
export * from './scene.ts';
export * from './cameraLook.ts';
export * from './paint.ts';
export { drawThing, isDark, textHeight, textLines, type FilmPicture } from './paintThings.ts';
export { inkOn } from './colours.ts';
export * from './filmPieces.ts';
