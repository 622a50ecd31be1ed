import DataLoader from 'dataloader';
import { actScopes } from './actDataSource.ts';

/** So many questions are asked together at most. */
const MOST_TOGETHER = 200;

/**
 * Questions that many requests ask, and that the database answers as well together: what comes while one round is under
 * way waits for it and is asked in the next. Whoever is alone waits for nobody. Asked outside of any act.
 */
export class Gathered<Q, A> {
  readonly #rounds: DataLoader<Q, A>;
  #before: Promise<unknown> = Promise.resolve();

  /** @param answer gives an answer for each question, in their order; an Error is thrown at the one who asked */
  constructor(answer: (questions: readonly Q[]) => Promise<readonly (A | Error)[]>) {
    this.#rounds = new DataLoader(
      (questions) => {
        const round = actScopes.exit(() => answer(questions));
        this.#before = round.catch(() => undefined);
        return round;
      },
      {
        cache: false,
        maxBatchSize: MOST_TOGETHER,
        batchScheduleFn: (begin) => void this.#before.then(() => setImmediate(begin)),
      },
    );
  }

  ask(question: Q): Promise<A> {
    return this.#rounds.load(question);
  }
}
