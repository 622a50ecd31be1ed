export { Stage, type StageHandle } from './Stage.tsx';
export { usePictures, type Pictures } from './pictures.ts';
