/** What a learner lets their class see and hear of them in what they handed in. */
export interface Agreed {
  readonly name: boolean;
  /** Their voice, and what a camera shows of them. */
  readonly voice: boolean;
  /** Their handwriting. */
  readonly hand: boolean;
}

export const NOTHING_AGREED: Agreed = { name: false, voice: false, hand: false };

/** What all of those who made something agreed to: a no of one counts for all, and who said nothing said no. */
export function agreedByAll(all: readonly (Agreed | undefined)[]): Agreed {
  const every = (part: keyof Agreed): boolean => all.length > 0 && all.every((one) => one?.[part] === true);
  return { name: every('name'), voice: every('voice'), hand: every('hand') };
}
