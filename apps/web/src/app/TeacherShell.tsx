import { useSession } from '../shared/api/index.ts';
import { Shell } from './Shell.tsx';

export const TEACHER_PLACES = [
  { to: '/today', name: 'Today' },
  { to: '/lessons', name: 'Lessons' },
  { to: '/classes', name: 'Classes' },
  { to: '/marking', name: 'Marking' },
];

export const TeacherShell = () => <Shell role="teacher" places={TEACHER_PLACES} />;
export const KEEPER_PLACES = [
  { to: '/people', name: 'People' },
  { to: '/classes', name: 'Classes' },
  { to: '/rosters', name: 'Rosters' },
  { to: '/seen', name: 'Who saw what' },
  { to: '/school', name: 'School' },
];
export const KeeperShell = () => <Shell role="keeper" places={KEEPER_PLACES} />;

/** Places that teachers and keepers share, each with their own beside them. */
export function StaffShell() {
  const keeps = useSession()?.role === 'keeper';
  return <Shell role={keeps ? 'keeper' : 'teacher'} places={keeps ? KEEPER_PLACES : TEACHER_PLACES} />;
}
