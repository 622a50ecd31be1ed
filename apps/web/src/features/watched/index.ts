export { WatchedStep } from './WatchedStep.tsx';
