export { RecordStep } from './RecordStep.tsx';
