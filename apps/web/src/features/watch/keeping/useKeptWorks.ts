import { KEPT } from '@oakbell/core/keeping';
import { useQuery } from '@tanstack/react-query';
import { keepsHere, personHere } from '../../../shared/api/index.ts';

/** What is kept on this device by whoever is signed in; nothing is loaded where nothing is. */
export const useKeptWorks = () =>
  useQuery({
    queryKey: [KEPT, personHere()],
    queryFn: async () => (keepsHere() ? (await import('./keeper.ts')).keptWorks() : []),
  });
