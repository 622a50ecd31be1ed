import { listed } from '@oakbell/core/assigning';
import type { CopyNote } from '@oakbell/core/outline';
import type { Api } from '../../shared/api/index.ts';

const NOTES: Readonly<Record<CopyNote, string>> = {
  'not-usable': 'Its lesson is not yours to give, or was never published.',
  past: 'That day has passed.',
  'no-day': 'There is no such day within three years.',
  'after-term': 'That is after the end of the term.',
  'was-for-some': 'Only some had it. All of this class would.',
};
/** What is to be looked at, in words. */
export const noteText = (note: CopyNote): string => NOTES[note];

const counted = (count: number, one: string, more: string): readonly string[] =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : more}`];

/** What comes along: `12 things, 3 units and 4 topics`. */
export const planText = ({ units, topics }: Pick<Api['CopyPlanDto'], 'units' | 'topics'>, things: number): string =>
  listed([
    ...counted(things, 'thing', 'things'),
    ...counted(units, 'unit', 'units'),
    ...counted(topics, 'topic', 'topics'),
  ]);
