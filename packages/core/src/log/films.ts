/*
 * What a take has of moving pictures: films that were recorded beside the voice (the camera, another window), and
 * clips that were played. Both as stretches of take time.
 */
import { fromMillis, micros, type Micros, type TimeRange } from '../clock/index.ts';
import type { FilmKind, TakeEvent } from './events.ts';

/** A stretch of the take that a film was recorded for. */
export interface FilmRun extends TimeRange {
  readonly film: FilmKind;
  readonly run: number;
  /** Picture and voice agree when the film is read so much later than its own start tells. */
  readonly delay: Micros;
}
/** A stretch of the take in which a clip plays, or is held at one picture. */
export interface ClipStretch extends TimeRange {
  readonly page: string;
  /** The clip's own time at the start of the stretch. */
  readonly position: Micros;
  readonly playing: boolean;
}

/** An end that is not told: the end of the take, whenever that is. */
export const OPEN_END = micros(Number.MAX_SAFE_INTEGER);

/** The films of a take in rising time; one ends where it was ended, or where the next of its kind begins. */
export function filmRuns(events: readonly TakeEvent[]): readonly FilmRun[] {
  const runs: FilmRun[] = [];
  const end = (isIt: (run: FilmRun) => boolean, at: Micros) => {
    const i = runs.findIndex((run) => run.end === OPEN_END && isIt(run));
    if (i >= 0) runs[i] = { ...runs[i]!, end: at };
  };
  for (const event of events) {
    if (event.kind === 'film') {
      const { film, run, at, delayMs = 0 } = event;
      end((one) => one.film === film, at);
      runs.push({ film, run, start: at, end: OPEN_END, delay: fromMillis(delayMs) });
    } else if (event.kind === 'film-ended') end((one) => one.run === event.run, event.at);
  }
  return runs.filter((run) => run.start < run.end);
}

/** The clips of a take in rising time; turning to another page ends a stretch. */
export function clipStretches(events: readonly TakeEvent[]): readonly ClipStretch[] {
  const found: ClipStretch[] = [];
  const end = (at: Micros) => {
    const last = found.at(-1);
    if (last && last.end === OPEN_END) found[found.length - 1] = { ...last, end: at };
  };
  for (const event of events) {
    if (event.kind === 'clip') {
      const { page, at, playing, positionMs } = event;
      end(at);
      found.push({ page, start: at, end: OPEN_END, position: fromMillis(positionMs), playing });
    } else if (event.kind === 'page' && event.page !== found.at(-1)?.page) end(event.at);
  }
  return found.filter((one) => one.start < one.end);
}
