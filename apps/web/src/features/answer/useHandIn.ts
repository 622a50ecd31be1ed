import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { call, client, learn, once } from '../../shared/api/index.ts';

/** Hands in what was recorded for an assignment, and goes back to it. */
export function useHandIn(assignment: string) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: () =>
      once((header) =>
        call(client.PUT('/api/assignments/{id}/hand-in/spoken', { params: { path: { id: assignment }, header } })),
      ),
    onSuccess: async (handed) => {
      learn(queries, ['hand-in', assignment], handed);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      await navigate(`/desk/${assignment}`);
    },
  });
}
