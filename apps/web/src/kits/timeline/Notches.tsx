import { timeText, type Micros } from '@oakbell/core/clock';
import { memo } from 'react';
import { xOf, type Axis } from './axis.ts';
import classes from './Timeline.module.css';

export interface PageTurn {
  readonly at: Micros;
  /** What to call the page: `Page 3`. */
  readonly name: string;
  /** Address of its small picture, where it has one. */
  readonly small: string | null;
}
type Props = { readonly turns: readonly PageTurn[] } & Required<Axis>;
const inView = ({ turns, from, length }: Props) => turns.filter(({ at }) => at >= from && at <= from + length);

/** The page turns in view, each with its small picture, cut off where the next one begins. */
export const Notches = memo(function Notches({
  onSeek,
  ...props
}: Props & { readonly onSeek: ((time: Micros) => void) | undefined }) {
  const shown = inView(props);
  const roomAfter = (i: number) => {
    const next = shown[i + 1];
    return Math.max(4, (next ? xOf(props, next.at) : props.widthPx) - xOf(props, shown[i]!.at) - 1);
  };
  return (
    <div className={classes.notches} aria-hidden>
      {shown.map((turn, i) => (
        <button
          key={i}
          type="button"
          tabIndex={-1}
          className={classes.notch}
          style={{ left: xOf(props, turn.at), maxWidth: roomAfter(i) }}
          onClick={() => onSeek?.(turn.at)}
          title={`${turn.name}, ${timeText(turn.at)}`}
        >
          {turn.small ? <img src={turn.small} alt="" /> : <span className={classes.board} />}
        </button>
      ))}
    </div>
  );
});

/** A line through the voice at each page turn in view. */
export const TurnLines = memo(function TurnLines(props: Props) {
  return inView(props).map((turn, i) => (
    <span key={i} className={classes.mark} style={{ left: xOf(props, turn.at) }} />
  ));
});
