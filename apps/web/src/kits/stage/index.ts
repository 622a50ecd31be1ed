export { Stage, type StageFilms, type StageHandle } from './Stage.tsx';
export { loadPageFont } from './pageFont.ts';
export { strokeBounds } from './scenePainter.ts';
export { lookAhead, usePictures, type Pictures } from './pictures.ts';
export { PagePicture } from './PagePicture.tsx';
export { PageWithInk } from './PageWithInk.tsx';
export { FrameOnPage } from './FrameOnPage.tsx';
export { BesidePage } from './BesidePage.tsx';
