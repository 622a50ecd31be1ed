export { TryAgain } from './TryAgain.tsx';
