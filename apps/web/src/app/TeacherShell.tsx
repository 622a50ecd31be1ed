import { Shell } from './Shell.tsx';

const TEACHER = [
  { to: '/today', name: 'Today' },
  { to: '/lessons', name: 'Lessons' },
  { to: '/classes', name: 'Classes' },
  { to: '/marking', name: 'Marking' },
];

export const TeacherShell = () => <Shell role="teacher" places={TEACHER} />;
export const KeeperShell = () => <Shell role="keeper" places={[{ to: '/people', name: 'People' }]} />;
