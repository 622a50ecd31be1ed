/** The newest act on each thing: the next one waits for it, however it ends. */
const turns = new Map<string, Promise<unknown>>();

/** Does work on a thing after what was begun on it before. */
export function inTurn<T>(thing: string, work: () => Promise<T> | T): Promise<T> {
  const mine = (turns.get(thing) ?? Promise.resolve()).catch(() => undefined).then(work);
  turns.set(thing, mine);
  const forget = () => turns.get(thing) === mine && turns.delete(thing);
  void mine.then(forget, forget);
  return mine;
}
