/** What may be done from beside a room: to its page, and to the take that runs. */
export interface RoomActs {
  /** A line of a rubric was given a level, or none again: stamped into what is recorded. */
  readonly rubric: (criterion: string, level: string | null) => void;
  /** Ends what is recorded; nothing where nothing is. */
  readonly stop: () => void;
  /** Writes on the page that is up, where the pen was last, or in its middle. */
  readonly write: (text: string) => void;
}
