import type { Agreed } from '@oakbell/core/marking';
import type { PageEntity } from '../pages/index.ts';
import { agreedFor, type Submission } from './submission.entity.ts';
import { WRITTEN } from './writtenWork.service.ts';

/** What of a hand-in its class sees and hears. */
export interface ShownParts {
  readonly pages: readonly PageEntity[];
  /** What is played of something spoken: all of it, its sound alone, or nothing. */
  readonly plays: 'edition' | 'sound' | 'nothing';
  /** Whether something is left out, as its makers wish. */
  readonly leftOut: boolean;
}

/** A hand-in of which nothing could be shown, whatever is on its pages. */
export function showsNothing(submission: Pick<Submission, 'kind' | 'typed' | 'learnerId' | 'partnerId' | 'agreed'>) {
  const { voice, hand } = agreedFor(submission);
  if (submission.kind === 'spoken') return !voice;
  return submission.kind === 'file' && !voice && !hand && !submission.typed;
}

/**
 * What a class sees of a hand-in, as all who made it agreed. Of a spoken answer without its writing the sound is left;
 * without the voice nothing is.
 * @param pages as its makers see them; of a spoken answer none are asked for
 */
export function shownParts(submission: Submission, pages: readonly PageEntity[]): ShownParts {
  const agreed = agreedFor(submission);
  const { voice, hand } = agreed;
  switch (submission.kind) {
    case 'text':
      return { pages, plays: 'nothing', leftOut: false };
    case 'spoken':
      if (voice && hand) return { pages: [], plays: 'edition', leftOut: false };
      // Its pages may be photographs of their handwriting: the sound alone is left.
      return { pages: [], plays: voice ? 'sound' : 'nothing', leftOut: true };
    case 'worksheet':
      return { pages: hand ? pages : pages.map(withoutWriting), plays: 'nothing', leftOut: !hand };
    case 'file': {
      const seen = pages.filter((page) => isSeen(page, agreed, submission.typed));
      return { pages: seen, plays: 'nothing', leftOut: seen.length < pages.length };
    }
  }
}

function isSeen(page: PageEntity, { voice, hand }: Agreed, typed: boolean): boolean {
  if (page.clip) return voice;
  // What is in a file that cannot be shown is known to its maker alone.
  if (page.whole) return typed || (voice && hand);
  return typed || hand;
}

/** What was typed on a worksheet stays, and what was there before. */
const withoutWriting = (page: PageEntity): PageEntity => ({
  ...page,
  things: page.things.filter((thing) => !(thing.id.startsWith(`${WRITTEN}-`) && thing.kind === 'ink')),
});
