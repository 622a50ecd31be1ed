import { RangeSlider, Stack, Text } from '@mantine/core';
import { useRef, type PointerEvent, type ReactNode } from 'react';
import classes from './Camera.module.css';

/** Shares of a picture, 0…1: left, top, right, bottom edge. */
export type Area = readonly [number, number, number, number];
export const WHOLE: Area = [0, 0, 1, 1];
/** No side of an area is shorter than this share. */
const LEAST = 0.05;

interface Props {
  readonly area: Area;
  readonly onArea: (area: Area) => void;
  /** The picture the area is chosen on; it gives the place its shape. */
  readonly children: ReactNode;
  /** The picture is shown turned round; areas are of the picture as it comes. */
  readonly mirrored?: boolean;
}

const held = (value: number): number => Math.max(0, Math.min(1, value));

/** A part of a picture: drawn with the pointer, or set edge by edge. */
export function AreaChoice({ area, onArea, mirrored = false, children }: Props) {
  const start = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const placeOf = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = held((event.clientX - box.left) / box.width);
    return { x: mirrored ? 1 - x : x, y: held((event.clientY - box.top) / box.height) };
  };
  const draw = (event: PointerEvent) => {
    if (!start.current) return;
    const to = placeOf(event);
    const [left, right] = [Math.min(start.current.x, to.x), Math.max(start.current.x, to.x)];
    const [top, foot] = [Math.min(start.current.y, to.y), Math.max(start.current.y, to.y)];
    if (right - left >= LEAST && foot - top >= LEAST) onArea([left, top, right, foot]);
  };
  const [left, top, right, foot] = area;
  const frame = {
    left: `${(mirrored ? 1 - right : left) * 100}%`,
    top: `${top * 100}%`,
    width: `${(right - left) * 100}%`,
    height: `${(foot - top) * 100}%`,
  };
  const percent = (value: number) => `${Math.round(value)} %`;
  return (
    <Stack gap="xs">
      <div
        className={classes.areaPlace}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          start.current = placeOf(event);
        }}
        onPointerMove={draw}
        onPointerUp={() => (start.current = null)}
        onPointerCancel={() => (start.current = null)}
      >
        <div className={classes.areaPicture} data-mirrored={mirrored}>
          {children}
        </div>
        <div className={classes.areaFrame} style={frame} />
      </div>
      <Text size="sm" id="area-edges">
        Draw the part to be kept on the picture, or set its edges.
      </Text>
      <RangeSlider
        aria-labelledby="area-edges"
        thumbFromLabel="Left edge"
        thumbToLabel="Right edge"
        label={percent}
        minRange={LEAST * 100}
        value={[left * 100, right * 100]}
        onChange={([from, to]) => onArea([from / 100, top, to / 100, foot])}
      />
      <RangeSlider
        aria-labelledby="area-edges"
        thumbFromLabel="Upper edge"
        thumbToLabel="Lower edge"
        label={percent}
        minRange={LEAST * 100}
        value={[top * 100, foot * 100]}
        onChange={([from, to]) => onArea([left, from / 100, right, to / 100])}
      />
    </Stack>
  );
}
