import { Navigate } from 'react-router';
import { useSession, type Api } from '../shared/api/index.ts';
import { Waiting } from '../shared/ui/index.ts';

/** Where each kind of person begins. */
export const HOME: Readonly<Record<Api['MeDto']['role'], string>> = {
  teacher: '/today',
  learner: '/desk',
  keeper: '/people',
};

export function Front() {
  const person = useSession();
  if (person === undefined) return <Waiting what="Opening" />;
  return <Navigate to={person ? HOME[person.role] : '/sign-in'} replace />;
}
