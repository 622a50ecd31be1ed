export { PolishStep } from './PolishStep.tsx';
