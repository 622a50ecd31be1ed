import { Shell } from './Shell.tsx';
import { KeptTold } from './KeptTold.tsx';

export const LEARNER_PLACES = [
  { to: '/desk', name: 'On my desk' },
  { to: '/class', name: 'Classes' },
  { to: '/desk?list=finished', name: 'Finished' },
  { to: '/desk?list=feedback', name: 'Feedback' },
];

export const LearnerShell = () => <Shell role="learner" places={LEARNER_PLACES} note={<KeptTold />} />;
