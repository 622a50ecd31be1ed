import { timeText, type Micros } from '@oakbell/core/clock';
import { coveredLength, type RangeSet } from '@oakbell/core/intervals';
import classes from './Timeline.module.css';

interface Props {
  readonly length: Micros;
  readonly seen: RangeSet;
  /** Whose it is. */
  readonly name: string;
}

/** More stretches than this are summed up where they are read out. */
const MOST_TOLD = 5;

/** A small timeline: full where it was played, a thin line where it was not. The same axis as the large one above it. */
export function SeenBar({ length, seen, name }: Props) {
  const percent = (time: number) => `${length === 0 ? 0 : (time / length) * 100}%`;
  const told =
    seen.length > MOST_TOLD
      ? `${timeText(coveredLength(seen))} of ${timeText(length)} in ${seen.length} stretches`
      : seen.map((range) => `${timeText(range.start)} to ${timeText(range.end)}`).join(', ');
  return (
    <div
      className={classes.seenBar}
      role="img"
      aria-label={`${name}: ${told === '' ? 'nothing played yet' : `played ${told}`}`}
    >
      {seen.map((range) => (
        <span key={range.start} style={{ left: percent(range.start), width: percent(range.end - range.start) }} />
      ))}
    </div>
  );
}
