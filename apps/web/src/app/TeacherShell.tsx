import { Shell } from './Shell.tsx';

export const TEACHER_PLACES = [
  { to: '/today', name: 'Today' },
  { to: '/lessons', name: 'Lessons' },
  { to: '/classes', name: 'Classes' },
  { to: '/marking', name: 'Marking' },
];

export const TeacherShell = () => <Shell role="teacher" places={TEACHER_PLACES} />;
export const KEEPER_PLACES = [{ to: '/people', name: 'People' }];
export const KeeperShell = () => <Shell role="keeper" places={KEEPER_PLACES} />;
