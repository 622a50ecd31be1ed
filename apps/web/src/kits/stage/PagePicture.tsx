import { present } from '@oakbell/core/present';
import { PAGE_WIDTH, picturesOf, type Page } from '@oakbell/core/pages';
import { paintPage, type Surface } from '@oakbell/core/scene';
import { useEffect, useRef, useState } from 'react';
import { loadPageFont } from './pageFont.ts';
import { usePictures } from './pictures.ts';
import classes from './Stage.module.css';

interface Props {
  readonly page: Page;
  /** Address of a ready-made small picture: used where nothing was placed on the page. */
  readonly small: string | null;
  readonly pictureAddress: (digest: string) => string;
  readonly widthPx: number;
}

/** A page without ink, as small or large as its place: the picture that is there already, else painted by the core. */
export function PagePicture({ page, small, pictureAddress, widthPx }: Props) {
  if (small !== null && (page.things ?? []).length === 0)
    return <img src={small} alt="" loading="lazy" className={classes.picture} />;
  const painted = <Painted page={page} pictureAddress={pictureAddress} widthPx={widthPx} />;
  if (page.kind !== 'window') return painted;
  return (
    <span className={classes.named}>
      {painted}
      <span className={classes.name}>Live window</span>
    </span>
  );
}

function Painted({ page, pictureAddress, widthPx }: Omit<Props, 'small'>) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [font, setFont] = useState(false);
  const pictures = usePictures(picturesOf(page), pictureAddress);
  useEffect(() => void loadPageFont().then(() => setFont(true)), []);
  useEffect(() => {
    const surface = present(canvas.current).getContext('2d') as CanvasRenderingContext2D & Surface<ImageBitmap>;
    paintPage({ surface, widthPx, assets: pictures }, page);
  }, [page, pictures, widthPx, font]);
  const height = Math.round((widthPx * page.height) / PAGE_WIDTH);
  return <canvas ref={canvas} width={widthPx} height={height} className={classes.picture} aria-hidden />;
}
