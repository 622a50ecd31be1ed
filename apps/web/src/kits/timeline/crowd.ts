import type { Micros, TimeRange } from '@oakbell/core/clock';
import { widthOf, xOf, type Axis } from './axis.ts';

/** Nearer to each other than this, things cannot be told apart by hand: they are shown as one. */
const CROWD_PX = 8;

/** Moments in rising time, those of one crowd together: from its first to its last there are so many pixels at most. */
export function crowdsOf<One extends { readonly at: Micros }>(
  moments: readonly One[],
  axis: Axis,
): readonly (readonly One[])[] {
  return gather(moments, (first, one) => xOf(axis, one.at) - xOf(axis, first.at) < CROWD_PX);
}

/** Stretches in rising time; those that are too narrow by themselves, and follow each other, together. */
export function narrowTogether<One extends TimeRange>(
  stretches: readonly One[],
  axis: Axis,
): readonly (readonly One[])[] {
  const isNarrow = (one: One) => widthOf(axis, one.end - one.start) < CROWD_PX;
  return gather(
    stretches,
    (first, one) => isNarrow(first) && isNarrow(one) && xOf(axis, one.end) - xOf(axis, first.start) < 2 * CROWD_PX,
  );
}

/** The stretches in view as they can be drawn: what no pixel lies between is one. */
export function drawable(stretches: readonly TimeRange[], axis: Required<Axis>): readonly TimeRange[] {
  const { from, length } = axis;
  const inView = stretches.filter(({ start, end }) => end >= from && start <= from + length);
  const found: TimeRange[] = [];
  for (const one of inView) {
    const before = found.at(-1);
    if (before && xOf(axis, one.start) - xOf(axis, before.end) < 1)
      found[found.length - 1] = { start: before.start, end: one.end > before.end ? one.end : before.end };
    else found.push(one);
  }
  return found;
}

function gather<One>(items: readonly One[], belongs: (first: One, one: One) => boolean): readonly (readonly One[])[] {
  const groups: One[][] = [];
  for (const one of items) {
    const group = groups.at(-1);
    if (group && belongs(group[0]!, one)) group.push(one);
    else groups.push([one]);
  }
  return groups;
}
