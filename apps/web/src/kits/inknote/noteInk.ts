import { micros, type Micros } from '@oakbell/core/clock';
import type { TakeEvent } from '@oakbell/core/log';
import { standingInk } from '@oakbell/core/marking';
import { partText } from '@oakbell/core/worksheets';
import { InkHand, LiveInk } from '../ink/index.ts';

/** What is written in a note: the ink on its pages, the hand, and what stands there now as lines of a log. */
export class NoteInk {
  readonly #events: TakeEvent[] = [];
  readonly ink = new LiveInk(`${crypto.randomUUID().slice(0, 8)}-`, (event) => this.#events.push(event));
  readonly hand = new InkHand(this.ink);

  get now(): Micros {
    return this.timeOf(performance.now());
  }
  /** @param at as `performance.now()` and the events of the browser tell it, in ms */
  timeOf(at: number): Micros {
    return micros(Math.round(at * 1000));
  }
  /** Empty where nothing stands on any page. */
  get log(): string {
    return partText(standingInk(this.#events));
  }
}
