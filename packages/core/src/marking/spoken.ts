import type { Micros } from '../clock/index.ts';
import type { TakeEvent } from '../log/index.ts';

/** When a line of a rubric was spoken of: its level was chosen at this moment. */
export interface SpokenOf {
  readonly criterion: string;
  /** In the time of whoever asks: of the take, or of the programme. */
  readonly at: Micros;
}

/**
 * When each line was last given a level in what was spoken, in rising time.
 * @param events of takes, already in the time that is asked for, in whatever order
 */
export function spokenOf(events: readonly TakeEvent[]): readonly SpokenOf[] {
  const last = new Map<string, SpokenOf & { readonly isChosen: boolean }>();
  for (const event of events) {
    if (event.kind !== 'rubric') continue;
    const before = last.get(event.criterion);
    if (before && before.at > event.at) continue;
    last.set(event.criterion, { criterion: event.criterion, at: event.at, isChosen: event.level !== null });
  }
  return [...last.values()]
    .filter(({ isChosen }) => isChosen)
    .sort((a, b) => a.at - b.at)
    .map(({ criterion, at }) => ({ criterion, at }));
}

/** The line that is spoken of at a moment: the last one whose moment has come; null before the first. */
export function lineAt(moments: readonly SpokenOf[], at: Micros): string | null {
  return moments.filter((one) => one.at <= at).at(-1)?.criterion ?? null;
}
