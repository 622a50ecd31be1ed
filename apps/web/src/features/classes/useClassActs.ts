import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';

/** A class with everybody in it, and everything that can be done to it. */
export function useClass(id: string) {
  const queries = useQueryClient();
  const path = { params: { path: { id } } };
  const found = useQuery({ queryKey: ['class', id], queryFn: () => call(client.GET('/api/classes/{id}', path)) });
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: ['class', id] }),
      queries.invalidateQueries({ queryKey: ['classes'] }),
    ]);
  const takeOut = useMutation({
    mutationFn: (person: string) =>
      call(client.DELETE('/api/classes/{id}/members/{person}', { params: { path: { id, person } } })),
    onSettled: refresh,
  });
  const answer = useMutation({
    mutationFn: ({ person, letIn }: { person: string; letIn: boolean }) =>
      call(client.PUT('/api/classes/{id}/asking/{person}', { params: { path: { id, person } }, body: { letIn } })),
    onSettled: refresh,
  });
  return {
    found,
    answer,
    addGroup: (body: Api['GroupFactsDto']) =>
      call(client.POST('/api/classes/{id}/groups', { ...path, body })).then(refresh),
    changeGroup: (group: string, body: Api['GroupFactsDto']) =>
      call(client.PUT('/api/classes/{id}/groups/{group}', { params: { path: { id, group } }, body })).then(refresh),
    removeGroup: (group: string) =>
      call(client.DELETE('/api/classes/{id}/groups/{group}', { params: { path: { id, group } } })).then(refresh),
    openCode: () => call(client.PUT('/api/classes/{id}/join-code', path)).then(refresh),
    closeCode: () => call(client.DELETE('/api/classes/{id}/join-code', path)).then(refresh),
    setNeeds: (person: string, body: Api['NeedsDto']) =>
      call(client.PUT('/api/people/{id}/needs', { params: { path: { id: person } }, body })).then(refresh),
    refresh,
    takeOut,
    bringBack: (person: string, back: string) =>
      call(client.PUT('/api/classes/{id}/members/{person}', { params: { path: { id, person } }, body: { back } })).then(
        refresh,
      ),
    addLearners: (names: readonly string[]) =>
      call(
        client.POST('/api/classes/{id}/learners', { ...path, body: { learners: names.map((name) => ({ name })) } }),
      ).then(refresh),
    /** Somebody whom the school has already. */
    addLearner: (signInName: string) =>
      call(
        client.POST('/api/classes/{id}/learners', { ...path, body: { learners: [{ name: signInName, signInName }] } }),
      ).then(refresh),
    addTeacher: (signInName: string) =>
      call(client.POST('/api/classes/{id}/teachers', { ...path, body: { signInName } })).then(refresh),
    describe: (body: { name: string; course: string; termId: string | null }) =>
      call(client.PATCH('/api/classes/{id}', { ...path, body })).then(refresh),
    remove: () =>
      call(client.DELETE('/api/classes/{id}', path)).then(() => queries.invalidateQueries({ queryKey: ['classes'] })),
  };
}
