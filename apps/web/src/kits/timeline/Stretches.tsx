import type { RangeSet } from '@oakbell/core/intervals';
import { memo } from 'react';
import { widthOf, xOf, type Axis } from './axis.ts';
import { drawable } from './crowd.ts';

interface Props extends Required<Axis> {
  readonly stretches: RangeSet;
  /** The class of one. */
  readonly look: string | undefined;
}

/** Stretches behind the voice, as many as can be told apart. */
export const Stretches = memo(function Stretches({ stretches, look, ...axis }: Props) {
  return drawable(stretches, axis).map((range) => (
    <span
      key={range.start}
      className={look}
      style={{ left: xOf(axis, range.start), width: widthOf(axis, range.end - range.start) }}
    />
  ));
});
