import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { leftTakes, recoverTake } from '../../kits/recorder/index.ts';
import { lessonKey, personHere } from '../../shared/api/index.ts';

/** What was said before a crash is brought to the server first; true while that goes on. */
export function useLeftAnswer(lessonId: string): boolean {
  const queries = useQueryClient();
  const [going, setGoing] = useState(true);
  useEffect(() => {
    const bring = async () => {
      for (const left of await leftTakes(personHere())) if (left.facts.lessonId === lessonId) await recoverTake(left);
      await queries.invalidateQueries({ queryKey: lessonKey(lessonId) });
    };
    void bring()
      .catch(() => undefined)
      .finally(() => setGoing(false));
  }, [lessonId, queries]);
  return going;
}
