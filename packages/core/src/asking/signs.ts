import type { Sign } from './limits.ts';

/** A sign that somebody gave at a moment of the programme, in microseconds. */
export interface GivenSign {
  readonly kind: Sign;
  readonly at: number;
  readonly by: string;
}
/** What several learners said of one moment. */
export interface SignMark {
  readonly kind: Sign;
  /** The middle of the moments at which they said it. */
  readonly at: number;
  readonly learners: number;
}

/** Signs of one kind within this time are about the same moment, in microseconds. */
const TOGETHER = 10_000_000;

/** Signs as marks on the time axis, by time: how many say it, and nobody's name. */
export function signMarks(signs: readonly GivenSign[]): readonly SignMark[] {
  const sorted = signs.toSorted((a, b) => a.at - b.at);
  const marks = [...new Set(sorted.map(({ kind }) => kind))].flatMap((kind) =>
    together(sorted.filter((one) => one.kind === kind)).map((group) => ({
      kind,
      at: group[Math.floor(group.length / 2)]!.at,
      learners: new Set(group.map(({ by }) => by)).size,
    })),
  );
  return marks.toSorted((a, b) => a.at - b.at);
}

function together(sorted: readonly GivenSign[]): readonly (readonly GivenSign[])[] {
  const groups: GivenSign[][] = [];
  for (const sign of sorted) {
    const last = groups.at(-1);
    if (last && sign.at - last[0]!.at <= TOGETHER) last.push(sign);
    else groups.push([sign]);
  }
  return groups;
}
