import { present } from '@oakbell/core/present';
import type { Micros } from '@oakbell/core/clock';
import type { Mark, TakeEvent } from '@oakbell/core/log';

/** Something done to a page: marks that went and marks that came. */
export interface Act {
  readonly id: string;
  readonly page: string;
  readonly at: Micros;
  readonly gone: readonly Mark[];
  readonly come: readonly Mark[];
  /** Acts of one group, such as one drag of the eraser, are taken back together. */
  readonly group?: string;
}
type Step = { readonly at: Micros; readonly kind: 'did' | 'undid' | 'redid'; readonly act: Act };

/** What was done and taken back, so that it can be turned round: by the hand, or all of it since a moment. */
export class ActHistory {
  #done: Act[] = [];
  #undone: Act[] = [];
  #steps: Step[] = [];
  readonly #write: (event: TakeEvent) => void;
  readonly #change: (page: string, gone: readonly Mark[], come: readonly Mark[]) => void;

  constructor(
    write: (event: TakeEvent) => void,
    change: (page: string, gone: readonly Mark[], come: readonly Mark[]) => void,
  ) {
    this.#write = write;
    this.#change = change;
  }

  get canUndo(): boolean {
    return this.#done.length > 0;
  }
  get canRedo(): boolean {
    return this.#undone.length > 0;
  }

  did(act: Act): void {
    this.#done.push(act);
    this.#undone = [];
    this.#steps.push({ at: act.at, kind: 'did', act });
  }

  /** Takes the newest act, and what belongs to it, back; says on which page, or null when there is none. */
  undo(at: Micros): string | null {
    const group = this.#done.at(-1)?.group;
    let page: string | null = null;
    do {
      const act = this.#done.pop();
      if (!act) break;
      this.#undone.push(act);
      this.#steps.push({ at, kind: 'undid', act });
      this.#takeBack(act, at);
      page = act.page;
    } while (group && this.#done.at(-1)?.group === group);
    return page;
  }

  redo(at: Micros): string | null {
    const group = this.#undone.at(-1)?.group;
    let page: string | null = null;
    do {
      const act = this.#undone.pop();
      if (!act) break;
      this.#done.push(act);
      this.#steps.push({ at, kind: 'redid', act });
      this.#doAgain(act, at);
      page = act.page;
    } while (group && this.#undone.at(-1)?.group === group);
    return page;
  }

  /** Turns everything round that happened at or after `time`. */
  backTo(time: Micros, at: Micros): void {
    while (this.#steps.length > 0 && present(this.#steps.at(-1)).at >= time) {
      const { kind, act } = present(this.#steps.pop());
      if (kind === 'undid') {
        this.#undone = this.#undone.filter((one) => one !== act);
        this.#done.push(act);
        this.#doAgain(act, at);
      } else {
        this.#done = this.#done.filter((one) => one !== act);
        if (kind === 'redid') this.#undone.push(act);
        this.#takeBack(act, at);
      }
    }
  }

  #takeBack(act: Act, at: Micros): void {
    this.#write({ kind: 'undone', at, act: act.id });
    this.#change(act.page, act.come, act.gone);
  }
  #doAgain(act: Act, at: Micros): void {
    this.#write({ kind: 'redone', at, act: act.id });
    this.#change(act.page, act.gone, act.come);
  }
}
