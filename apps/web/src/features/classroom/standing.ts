import { isNew } from '@oakbell/core/outline';
import type { Api } from '../../shared/api/index.ts';
import { dueDistance } from '../../shared/ui/index.ts';

export interface StandingOfWork {
  readonly kind: 'new' | 'due' | 'late' | 'done' | 'feedback';
  readonly words: string;
}

/** How something stands before the learner who has it. */
export function standingOfWork({ work, givenAt }: Api['OwnPageItemDto'], now: Date): StandingOfWork {
  if (work.state === 'feedback') return { kind: 'feedback', words: 'Feedback to hear' };
  if (work.state === 'handed-in') return { kind: 'done', words: 'Handed in' };
  if (work.state === 'finished') return { kind: 'done', words: 'Done' };
  const due = dueDistance(work.dueAt, now);
  if (new Date(work.dueAt) < now) return { kind: 'late', words: due };
  const fresh = isNew({ givenAt: Date.parse(givenAt), begun: work.share > 0 }, now.getTime());
  return fresh ? { kind: 'new', words: `New, ${due}` } : { kind: 'due', words: due };
}

/** Whether nothing is left to do of it. */
export const isDone = (item: Api['OwnPageItemDto']): boolean => item.work.state !== 'to-do';
