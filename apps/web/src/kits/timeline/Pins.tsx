import { micros, type Micros } from '@oakbell/core/clock';
import { memo } from 'react';
import { xOf, type Axis } from './axis.ts';
import classes from './Timeline.module.css';

/** Something that was said of a moment. Each look has a sign of its own, not its colour alone. */
export interface Pin {
  readonly at: Micros;
  readonly look: 'question' | 'again' | 'fast' | 'clear';
  /** How many say so, where it is more than one. */
  readonly count?: number;
}
interface SaidOfMoments {
  readonly questions: readonly { readonly at: number | null }[];
  readonly signs: readonly {
    readonly kind: Exclude<Pin['look'], 'question'>;
    readonly at: number;
    readonly learners: number;
  }[];
}
/** Questions and signs as pins; a question whose moment is in the lesson no more has none. */
export const pinsOf = ({ questions, signs }: SaidOfMoments = { questions: [], signs: [] }): readonly Pin[] => [
  ...questions.flatMap(({ at }) => (at === null ? [] : [{ at: micros(at), look: 'question' as const }])),
  ...signs.map(({ kind, at, learners }) => ({ at: micros(at), look: kind, count: learners })),
];

const SIGNS: Readonly<Record<Pin['look'], string>> = { question: '?', again: '↺', fast: '»', clear: '✓' };

/** Moments of which something was said. Whoever does not see them reads the list beside the axis. */
export const Pins = memo(function Pins({ pins, ...axis }: { readonly pins: readonly Pin[] } & Required<Axis>) {
  return pins
    .filter(({ at }) => at >= axis.from && at <= axis.from + axis.length)
    .map(({ at, look, count = 1 }, i) => (
      <span key={i} className={classes.pin} data-look={look} style={{ left: xOf(axis, at) }} aria-hidden>
        {SIGNS[look]}
        {count > 1 && <small>{count}</small>}
      </span>
    ));
});
