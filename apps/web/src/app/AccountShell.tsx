import { useSession } from '../shared/api/index.ts';
import { LEARNER_PLACES } from './LearnerShell.tsx';
import { KEEPER_PLACES, TEACHER_PLACES } from './TeacherShell.tsx';
import { Shell } from './Shell.tsx';

const PLACES = { teacher: TEACHER_PLACES, learner: LEARNER_PLACES, keeper: KEEPER_PLACES } as const;

/** What everybody has, with one's own places beside it. */
export function AccountShell() {
  const person = useSession();
  return <Shell role={null} places={person ? PLACES[person.role] : []} />;
}
