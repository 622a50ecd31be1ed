import { Shell } from './Shell.tsx';

const PLACES = [
  { to: '/desk', name: 'On my desk' },
  { to: '/desk?list=finished', name: 'Finished' },
  { to: '/desk?list=feedback', name: 'Feedback' },
];

export const LearnerShell = () => <Shell role="learner" places={PLACES} />;
