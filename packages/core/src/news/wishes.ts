/**
 * What somebody can be told of. `approved`: an answer of theirs is shown to their class. `removed`: a hand-in of theirs
 * was removed, and they can hand in again. `answered`: a question of theirs was; `asked`: a learner waits for an answer.
 * `answer-back`: a learner says something about their feedback; `said-back`: their teacher answers that. `reminded`: their
 * teacher says that something is still to be done.
 */
export const NEWS_KINDS = [
  ...(['given', 'changed', 'due', 'reminded', 'handed-back', 'removed', 'approved', 'answered', 'said-back'] as const),
  ...(['handed-in', 'asked', 'answer-back'] as const),
] as const;
export type NewsKind = (typeof NEWS_KINDS)[number];

/** What can be wished for by mail, by who one is: a kind that is not named here goes with the one it belongs to. */
export const WISHED = {
  learner: ['given', 'due', 'handed-back'],
  teacher: ['handed-in'],
} as const satisfies Readonly<Record<string, readonly NewsKind[]>>;
export type Reader = keyof typeof WISHED;

/** `daily`: one letter at a time of day. `soon`: one letter an hour at most, and none in the quiet hours. */
export const NEWS_WAYS = ['never', 'daily', 'soon'] as const;
export type NewsWay = (typeof NEWS_WAYS)[number];

export const MINUTES_A_DAY = 1440;

/** What mail somebody wants. Times are minutes after midnight by the school's clock, 0 to 1439. */
export interface NewsWishes {
  readonly way: NewsWay;
  readonly kinds: readonly NewsKind[];
  readonly dailyAt: number;
  readonly quietFrom: number;
  /** The end of the quiet hours; there are none where it is their beginning. */
  readonly quietUntil: number;
}

/** Before somebody has chosen: one letter a day, in the afternoon. */
export const plainWishes = (reader: Reader): NewsWishes => ({
  ...{ way: 'daily', kinds: WISHED[reader], dailyAt: 16 * 60, quietFrom: 20 * 60, quietUntil: 7 * 60 },
});

const GOES_WITH: Readonly<Partial<Record<NewsKind, NewsKind>>> = {
  ...{ changed: 'given', reminded: 'due', approved: 'handed-back', removed: 'handed-back' },
  ...{ answered: 'handed-back', asked: 'handed-in' },
  ...{ 'said-back': 'handed-back', 'answer-back': 'handed-in' },
};
/** Whether a kind is wished for by mail. */
export const isWished = ({ kinds }: Pick<NewsWishes, 'kinds'>, kind: NewsKind): boolean =>
  kinds.includes(GOES_WITH[kind] ?? kind);

/** Whether a minute of the day lies in the quiet hours, which may go over midnight. */
export function isQuiet({ quietFrom, quietUntil }: NewsWishes, minute: number): boolean {
  if (quietFrom <= quietUntil) return minute >= quietFrom && minute < quietUntil;
  return minute >= quietFrom || minute < quietUntil;
}
