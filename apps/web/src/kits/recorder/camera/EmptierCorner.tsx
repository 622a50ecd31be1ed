import { Button } from '@mantine/core';
import { isStroke, type Inset } from '@oakbell/core/log';
import { coveredShare, emptiestCorner, takenOn, type CornerChoice, type Page } from '@oakbell/core/pages';
import { paint, plainScene, type Surface } from '@oakbell/core/scene';
import { useEffect, useState } from 'react';
import type { Pictures } from '../../stage/index.ts';
import { type TakeRecorder, useInkVersion, useRecorderView } from '../capture/index.ts';
import classes from './Camera.module.css';

/** The view is painted so small to see where something lies, in pixels. */
const LOOK_WIDTH = 200;
/** After the last stroke so long is waited, in ms: nobody is offered anything in the middle of a word. */
const CALM_MS = 900;
/** An inset that hides less than this share is left in peace. */
const MUCH = 0.06;

interface Props {
  readonly recorder: TakeRecorder;
  readonly page: Page;
  readonly pictures: Pictures;
  readonly inset: Inset;
  readonly onInset: (change: Partial<Inset>) => void;
}

/** Offers the corner where the camera picture would hide least; never moves it by itself. */
export function EmptierCorner({ recorder, page, pictures, inset, onInset }: Props) {
  const version = useInkVersion(recorder);
  const { tops } = useRecorderView(recorder);
  const [better, setBetter] = useState<CornerChoice | null>(null);
  const top = tops.get(page.id) ?? 0;
  useEffect(() => {
    setBetter(null);
    const timer = setTimeout(() => setBetter(betterCorner({ recorder, page, pictures, inset, top })), CALM_MS);
    return () => clearTimeout(timer);
  }, [recorder, page, pictures, inset, top, version]);
  if (!better) return null;
  return (
    <Button
      className={classes.offer}
      size="compact-md"
      variant="default"
      onClick={() => onInset({ x: better.rect.x, y: better.rect.y })}
    >
      Move the camera picture to the {better.corner.replace('-', ' ')} corner: it is emptier
    </Button>
  );
}

function betterCorner({
  recorder,
  page,
  pictures,
  inset,
  top,
}: Omit<Props, 'onInset'> & { readonly top: number }): CornerChoice | null {
  const height = Math.round((LOOK_WIDTH * page.height) / 1600);
  const canvas = new OffscreenCanvas(LOOK_WIDTH, height);
  const surface = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D & Surface<ImageBitmap>;
  const marks = recorder.ink.marksOn(page.id);
  const scene = {
    ...plainScene(page),
    top,
    height: top + page.height,
    strokes: marks.flatMap((mark) => (isStroke(mark) ? [{ stroke: mark, untilMs: Infinity }] : [])),
    things: marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
  };
  paint({ surface, widthPx: LOOK_WIDTH, assets: pictures }, scene);
  const isTaken = takenOn(surface.getImageData(0, 0, LOOK_WIDTH, height));
  const view = { top: 0, height: page.height };
  const best = emptiestCorner(view, inset, isTaken);
  const covered = coveredShare(view, inset, isTaken);
  return covered > MUCH && best.covered < covered / 2 ? best : null;
}
