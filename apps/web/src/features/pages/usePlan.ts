import { fromMillis, toSeconds } from '@oakbell/core/clock';
import { FIRST_RATE, planPages, wordCount, wordsOfCues } from '@oakbell/core/pages';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { call, client, type Lesson } from '../../shared/api/index.ts';

export interface PlannedPage {
  readonly seconds: number;
  /** Of the target, 0 or more. */
  readonly share: number;
  readonly overruns: boolean;
}
export interface Plan {
  readonly pages: readonly PlannedPage[];
  readonly seconds: number;
  readonly wordsPerMinute: number;
}

/** How long the cues take to say, page by page, against the target; at the rate of the teacher's own takes. */
export function usePlan(lesson: Lesson): Plan {
  const { data } = useQuery({
    queryKey: ['speaking-rate'],
    staleTime: 300_000,
    queryFn: () => call(client.GET('/api/speaking-rate')),
  });
  const rate = data?.wordsPerMinute ?? FIRST_RATE;
  const { pages, targetMs } = lesson;
  return useMemo(() => {
    const words = pages.map((page) => wordCount(wordsOfCues(page.cues)));
    const planned = planPages(words, rate, fromMillis(targetMs)).map(({ time, share, overruns }) => ({
      seconds: toSeconds(time),
      share,
      overruns,
    }));
    return { pages: planned, seconds: planned.reduce((sum, page) => sum + page.seconds, 0), wordsPerMinute: rate };
  }, [pages, targetMs, rate]);
}
