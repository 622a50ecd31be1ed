import { present } from '@oakbell/core/present';
import { ZERO } from '@oakbell/core/clock';
import { indexMarks, isStroke, marksAt, type TakeEvent } from '@oakbell/core/log';
import { PAGE_WIDTH, picturesOf, type Page } from '@oakbell/core/pages';
import { paint, plainScene, type Surface } from '@oakbell/core/scene';
import { useEffect, useRef, useState } from 'react';
import { loadPageFont } from './pageFont.ts';
import { usePictures } from './pictures.ts';
import classes from './Stage.module.css';

interface Props {
  readonly page: Page;
  /** What was written, all of one moment, 0; on whatever page. */
  readonly events: readonly TakeEvent[];
  readonly label: string;
  readonly pictureAddress: (digest: string) => string;
  readonly widthPx: number;
}

/** A page as it was written on, as wide as its place. */
export function PageWithInk({ page, events, label, pictureAddress, widthPx }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [font, setFont] = useState(false);
  const pictures = usePictures(picturesOf(page), pictureAddress);
  useEffect(() => void loadPageFont().then(() => setFont(true)), []);
  useEffect(() => {
    const surface = present(canvas.current).getContext('2d') as CanvasRenderingContext2D & Surface<ImageBitmap>;
    const marks = marksAt(indexMarks(events).get(page.id), ZERO);
    paint(
      { surface, widthPx, assets: pictures },
      {
        ...plainScene(page),
        strokes: marks.flatMap((mark) => (isStroke(mark) ? [{ stroke: mark, untilMs: Infinity }] : [])),
        things: marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
      },
    );
  }, [page, events, pictures, widthPx, font]);
  const height = Math.round((widthPx * page.height) / PAGE_WIDTH);
  return (
    <canvas ref={canvas} width={widthPx} height={height} className={classes.picture} role="img" aria-label={label} />
  );
}
