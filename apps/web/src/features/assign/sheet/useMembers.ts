import type { ClassMembers } from '@oakbell/core/assigning';
import { useQueries } from '@tanstack/react-query';
import { call, client, type Api } from '../../../shared/api/index.ts';

/** Who learns in a class, with what each of them needs, and its groups. */
export interface Members extends ClassMembers {
  readonly learners: readonly Api['ClassLearnerDto'][];
}

/** Who is in each of these classes, as far as it is known; names that are empty name none. */
export function useMembers(classIds: readonly string[]): ReadonlyMap<string, Members> {
  const asked = classIds.filter((id) => id !== '');
  const found = useQueries({
    queries: asked.map((id) => ({
      queryKey: ['class', id],
      queryFn: () => call(client.GET('/api/classes/{id}', { params: { path: { id } } })),
    })),
  });
  return new Map(
    found.flatMap(({ data }, i) =>
      data ? [[asked[i] ?? '', { learners: data.roster, groups: data.groups }] as const] : [],
    ),
  );
}
