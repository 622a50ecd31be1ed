export { WatchedStep } from './WatchedStep.tsx';
export { WatchedPage } from './WatchedPage.tsx';
export { LearnerPage } from './LearnerPage.tsx';
