import { fromMillis, timeText } from '../clock/index.ts';
import type { AnswersSeen, WorkOpens } from './limits.ts';
import { listed } from './whom.ts';

/** What an assignment says, as far as it is filled in. */
export interface Told {
  /** Each class as it is called, with who of it where not all have it. */
  readonly classes: readonly { readonly name: string; readonly whom: string }[];
  readonly lessons: readonly string[];
  readonly handIn: boolean;
  readonly answerLimitMs: number | null;
  /** How many make a small lesson together, as long as an answer may be; null where none is asked for. */
  readonly makers: number | null;
  /** Whether there is a worksheet to write on. */
  readonly worksheet: boolean;
  readonly points: number | null;
  /** By when, in words; null while no such moment is chosen. */
  readonly due: string | null;
  readonly workOpens: WorkOpens;
  readonly answersSeen: AnswersSeen;
  /** The unit of the class page, and the day in words; null for none. */
  readonly unit: string | null;
  readonly day: string | null;
}
/** A piece of the sentence; what is still to be chosen stands open. */
export interface Piece {
  readonly text: string;
  readonly open: boolean;
}

const said = (text: string): Piece => ({ text, open: false });
const toChoose = (text: string): Piece => ({ text, open: true });

/** An assignment as a sentence that reads itself: who does what, by when, worth what. Its pieces stand side by side. */
export function assignmentSentence(told: Told): readonly Piece[] {
  const { classes, lessons, due, points } = told;
  const who = classes.map(({ name, whom }) => (whom === '' ? name : `${name} (${whom})`));
  const worth = points === null ? '' : `, for up to ${points} ${points === 1 ? 'point' : 'points'}`;
  return [
    who.length > 0 ? said(listed(who)) : toChoose('A class'),
    said(who.length > 1 ? 'are to watch' : 'is to watch'),
    lessons.length > 0 ? said(listed(lessons.map((title) => `“${title}”`))) : toChoose('a lesson'),
    said(`${workWords(told)}${worth} by`.trim()),
    due === null ? toChoose('a day and a time') : said(due),
    ...placeWords(told),
    ...(told.handIn && told.answersSeen === 'class' ? [said('– the class sees the answers that you approve')] : []),
  ];
}

/** Where it stands on the class page, if anywhere in particular. */
function placeWords({ unit, day }: Told): readonly Piece[] {
  const [inUnit, forDay] = [unit === null ? '' : ` in “${unit}”`, day === null ? '' : ` for ${day}`];
  return inUnit === '' && forDay === '' ? [] : [said(`(on the class page${inUnit}${forDay})`)];
}

function workWords({ handIn, answerLimitMs, makers, worksheet, workOpens }: Told): string {
  const then = workOpens === 'once-watched' ? 'and, once that is watched, to' : 'and to';
  const what = makers === null ? 'answer aloud' : `make a small lesson${makers > 1 ? ', alone or in twos' : ''}`;
  const aloud = answerLimitMs === null ? '' : `${what}, up to ${timeText(fromMillis(answerLimitMs))}`;
  if (worksheet) return `${then} write on the worksheet${aloud === '' ? '' : ` or ${aloud}`}`;
  if (aloud !== '') return `${then} ${aloud}`;
  return handIn ? `${then} hand something in` : '';
}
