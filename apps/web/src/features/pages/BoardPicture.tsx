import { PAGE_WIDTH, type Page } from '@oakbell/core/pages';
import { paintPage, type Surface } from '@oakbell/core/scene';
import { useEffect, useRef } from 'react';
import classes from './Pages.module.css';

/** A board as the core paints it. */
export function BoardPicture({ page, widthPx }: { readonly page: Page; readonly widthPx: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const surface = canvas.current!.getContext('2d') as CanvasRenderingContext2D & Surface<ImageBitmap>;
    paintPage({ surface, widthPx, assets: new Map() }, page);
  });
  return (
    <canvas
      ref={canvas}
      width={widthPx}
      height={Math.round((widthPx * page.height) / PAGE_WIDTH)}
      className={classes.picture}
    />
  );
}
