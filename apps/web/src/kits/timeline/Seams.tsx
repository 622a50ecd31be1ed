import { present } from '@oakbell/core/present';
import { memo } from 'react';
import { timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import { widthOf, xOf, type Axis } from './axis.ts';
import { crowdsOf } from './crowd.ts';
import classes from './Timeline.module.css';

/** A place where two parts meet; with `onOpen` it can be opened. */
export interface SeamMark {
  readonly at: Micros;
  readonly label: string;
  readonly onOpen?: () => void;
}
/** Nearer to each other than this, seams are drawn thin. */
const SEAM_PX = 22;
interface Props extends Required<Axis> {
  readonly seams: readonly SeamMark[];
  readonly onLook: ((range: TimeRange) => void) | undefined;
}

/** The seams in view: drawn again only when they or the view change, not with every move of the playhead. */
export const Seams = memo(function Seams({ seams, from, length, widthPx, onLook }: Props) {
  const axis: Axis = { from, length, widthPx };
  const inView = seams.filter(({ at }) => at >= from && at <= from + length);
  const shown = crowdsOf(inView, axis).map((crowd) => crowdMark(crowd, onLook));
  /** Where many stand close together they are lines: the voice must still be seen. */
  const isCrowded = (i: number) =>
    [shown[i - 1], shown[i + 1]].some((other) => other && widthOf(axis, Math.abs(other.at - shown[i]!.at)) < SEAM_PX);
  return shown.map((seam, i) => <Seam key={seam.at} {...seam} x={xOf(axis, seam.at)} isThin={isCrowded(i)} />);
});

/** Seams that cannot be told apart, as one that brings them close. */
function crowdMark(crowd: readonly SeamMark[], onLook: Props['onLook']): SeamMark {
  const [first, last] = [crowd[0]!, present(crowd.at(-1))];
  if (crowd.length === 1) return first;
  const label = `${crowd.length} cuts between ${timeText(first.at)} and ${timeText(last.at)}`;
  if (!onLook) return { at: first.at, label };
  return {
    at: first.at,
    label: `${label}. Look closer`,
    onOpen: () => onLook({ start: first.at, end: last.at }),
  };
}

/** A thin line where two parts meet; where something was left out it is a button that brings it back. */
function Seam({ x, label, onOpen, isThin }: SeamMark & { readonly x: number; readonly isThin: boolean }) {
  return onOpen ? (
    <button
      type="button"
      className={classes.seam}
      data-thin={isThin || undefined}
      style={{ left: x }}
      aria-label={label}
      title={label}
      onClick={onOpen}
    >
      <span aria-hidden />
    </button>
  ) : (
    <span className={classes.joint} style={{ left: x }} title={label} />
  );
}
