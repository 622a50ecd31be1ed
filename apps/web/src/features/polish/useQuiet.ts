import { fromMillis, micros, type TimeRange } from '@oakbell/core/clock';
import { heardStretches, programmeOf, takeTimeAt, type EditList } from '@oakbell/core/edits';
import { useQueries } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { call, client, type Lesson } from '../../shared/api/index.ts';

/** Shorter ones are a breath. */
const LEAST = fromMillis(1000);

/** The quiet stretches of a lesson that were neither shortened nor left, in programme time; what is left is kept here. */
export function useQuiet(lesson: Lesson) {
  const ids = useMemo(() => [...new Set(lesson.edits.segments.map((one) => one.takeId))], [lesson.edits]);
  const found = useQueries({
    queries: ids.map((id) => ({
      queryKey: ['take-analysis', id],
      staleTime: Infinity,
      queryFn: () => call(client.GET('/api/takes/{id}/analysis', { params: { path: { id } } })),
    })),
    combine: (results) => results.map((result) => result.data),
  });
  const place = `oakbell.left-quiet.${lesson.id}`;
  const [left, setLeft] = useState<readonly string[]>(() => (localStorage.getItem(place) ?? '').split(' '));
  const quiet = useMemo(() => {
    const ofTake = (id: string) =>
      (found[ids.indexOf(id)]?.quiet ?? []).map(({ start, end }) => ({ start: micros(start), end: micros(end) }));
    return heardStretches(lesson.edits, ofTake, LEAST).filter((one) => !left.includes(nameOf(lesson.edits, one)));
  }, [lesson.edits, found, ids, left]);
  const leave = (stretch: TimeRange) => {
    const next = [...left, nameOf(lesson.edits, stretch)];
    setLeft(next);
    localStorage.setItem(place, next.join(' '));
  };
  return { quiet, leave };
}

/** A stretch by its place in the take, which no edit changes. */
function nameOf(edits: EditList, { start }: TimeRange): string {
  const place = takeTimeAt(programmeOf(edits), start);
  return `${place?.takeId}@${place?.time}`;
}
