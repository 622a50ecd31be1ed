import { useQueries, useQuery } from '@tanstack/react-query';
import { call, client, type Lesson } from '../../../shared/api/index.ts';

/** The unit that a lesson is in, by its name; empty for none. */
export function useOwnUnit({ unitId }: Lesson): string {
  const courses = useQuery({ queryKey: ['courses'], queryFn: () => call(client.GET('/api/courses')) });
  return courses.data?.flatMap(({ units }) => units).find(({ id }) => id === unitId)?.name ?? '';
}

/** The names of the units on the pages of these classes, each once; names of classes that are empty name none. */
export function useUnitNames(classIds: readonly string[]): readonly string[] {
  const found = useQueries({
    queries: classIds
      .filter((id) => id !== '')
      .map((id) => ({
        queryKey: ['class-page', id],
        queryFn: () => call(client.GET('/api/classes/{id}/page', { params: { path: { id } } })),
      })),
  });
  return [...new Set(found.flatMap(({ data }) => data?.units.map(({ name }) => name) ?? []))];
}
