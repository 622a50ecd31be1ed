import fontUrl from '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2?url';
import { PAGE_FONT } from '@oakbell/core/scene';

let loading: Promise<unknown> | null = null;

/** Loads the letters that pages are set in: the same file that the server paints with. Resolves also when it cannot be had. */
export function loadPageFont(): Promise<unknown> {
  loading ??= new FontFace(PAGE_FONT, `url(${fontUrl})`).load().then(
    (face) => document.fonts.add(face),
    () => null,
  );
  return loading;
}
